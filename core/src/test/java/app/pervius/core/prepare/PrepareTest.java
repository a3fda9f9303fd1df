package app.pervius.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Unreadable;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Which file of a revision is read, and what becomes of one that cannot be opened. */
class PrepareTest {

    private static Prepare.Its its(String name) {
        return new Prepare.Its(new FileName(name), FileFormat.of(new FileName(name)), Optional.empty());
    }

    private static final Prepare.Its LOCKED = new Prepare.Its(new FileName("weir.pdf"), FileFormat.PDF,
            Optional.of("it is locked with a password"));

    private static Outcome.Passed<Prepare.ReadHere> passed(Unreadable unreadable, Prepare.Its... files) {
        return (Outcome.Passed<Prepare.ReadHere>) Prepare.decide(List.of(files), unreadable);
    }

    @Test
    void aPdfIsReadBeforeAPictureAndAPictureBeforeAText() {
        assertThat(passed(Unreadable.STOP, its("a.dwg"), its("a.txt"), its("a.pdf")).effects()).containsExactly(new Prepare.ReadHere(2));
        assertThat(passed(Unreadable.STOP, its("a.txt"), its("a.png")).effects()).containsExactly(new Prepare.ReadHere(1));
        assertThat(passed(Unreadable.STOP, its("a.dwg")).effects()).isEmpty();
    }

    @Test
    void whatIsInAFileSaysWhetherItIsRead() {
        Prepare.Its called = new Prepare.Its(new FileName("report"), FileFormat.PDF, Optional.empty());
        Prepare.Its only = new Prepare.Its(new FileName("really.pdf"), FileFormat.OTHER, Optional.empty());
        assertThat(passed(Unreadable.STOP, only, called).effects()).containsExactly(new Prepare.ReadHere(1));
    }

    @Test
    void aPdfThatCannotBeOpenedIsMarkedStoppedOrReturnedAsTheRuleSays() {
        assertThat(passed(Unreadable.NOTE, LOCKED).account()).isEqualTo(
                "Read here: weir.pdf. “weir.pdf” cannot be opened: it is locked with a password.");
        assertThat(((Outcome.Stopped<Prepare.ReadHere>) Prepare.decide(List.of(LOCKED), Unreadable.STOP)).reason().code())
                .isEqualTo(StopReason.Code.CANNOT_BE_READ);
        assertThat(Prepare.decide(List.of(LOCKED), Unreadable.RETURN)).isInstanceOf(Outcome.Returned.class);
    }

    @Test
    void whatCanBeOpenedIsReadInsteadOfWhatCannot() {
        assertThat(passed(Unreadable.NOTE, LOCKED, its("weir.png")).effects()).containsExactly(new Prepare.ReadHere(1));
    }
}
