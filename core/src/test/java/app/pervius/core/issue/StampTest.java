package app.pervius.core.issue;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.issue.Stamp.Standing;
import app.pervius.core.project.InformationState;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class StampTest {

    private static final String LINK = "https://weir.example/documents/KWR/KWR-1/P02";
    private static final Instant NOW = Instant.parse("2026-11-29T23:30:00Z");
    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");
    private static final Optional<Stamp.Decided> ACCEPTED = Optional.of(new Stamp.Decided(Optional.of("accepted with comments"),
            List.of("Henrike Solvangen", "Tomasz Łęgowicz for Mirela Draganova"), Instant.parse("2026-11-14T23:30:00Z")));

    private static Stamp stamp(Standing standing, Optional<Stamp.Decided> decided, String later) {
        return Stamp.of(new Stamp.Controlled("KWR-1", "P02", "S3, for review", standing, decided, Optional.of(later)
                .filter(code -> !code.isEmpty())), LINK, NOW, OSLO);
    }

    @Test
    void itSaysNumberRevisionStatusWhoAcceptedItWhenAndHowItStands() {
        Stamp stamp = stamp(new Standing.Current(InformationState.SHARED), ACCEPTED, "");
        assertThat(stamp.heading()).isEqualTo("KWR-1  P02");
        assertThat(stamp.lines()).containsExactly("S3, for review",
                "Accepted with comments by Henrike Solvangen, Tomasz Łęgowicz for Mirela Draganova, 15 Nov 2026",
                "Current in Shared when released, 30 Nov 2026, 00:30 (UTC+01:00)");
        assertThat(stamp.link()).contains(LINK);
    }

    @Test
    void whatIsSupersededSaysByWhatUnlessItIsStillCurrent() {
        assertThat(stamp(new Standing.Accepted(), ACCEPTED, "P03").lines()).last().asString()
                .startsWith("Superseded by P03 when released, ");
        assertThat(stamp(new Standing.Current(InformationState.PUBLISHED), ACCEPTED, "P03").lines()).last().asString()
                .startsWith("Current in Published when released, ");
        assertThat(stamp(new Standing.Accepted(), ACCEPTED, "").lines()).last().asString().startsWith("Released 30 Nov 2026");
    }

    @Test
    void whatNobodyAcceptedSaysSo() {
        Optional<Stamp.Decided> returned = Optional.of(new Stamp.Decided(Optional.of("revise and resubmit"), List.of("Henrike Solvangen"),
                NOW));
        assertThat(stamp(new Standing.Returned(), returned, "").lines().get(1)).isEqualTo(
                "Not accepted: revise and resubmit by Henrike Solvangen, 30 Nov 2026");
        assertThat(stamp(new Standing.Returned(), Optional.empty(), "").lines().get(1)).isEqualTo("Not accepted: sent back to its author");
        assertThat(stamp(new Standing.OnItsWay(), Optional.empty(), "").lines().get(1)).isEqualTo("Not accepted: on its way");
        assertThat(stamp(new Standing.Withdrawn(), Optional.empty(), "").lines().get(1)).isEqualTo(
                "Not accepted: taken out before anybody decided");
    }

    @Test
    void whatNobodyReviewedOrASilenceDecidedSaysSo() {
        Optional<Stamp.Decided> filed = Optional.of(new Stamp.Decided(Optional.empty(), List.of(), NOW));
        assertThat(stamp(new Standing.Current(InformationState.SHARED), filed, "").lines().get(1))
                .isEqualTo("Filed without review, 30 Nov 2026");
        assertThat(stamp(new Standing.Accepted(), Optional.empty(), "").lines().get(1)).isEqualTo("Filed without review");
        Optional<Stamp.Decided> silence = Optional.of(new Stamp.Decided(Optional.of("accepted"), List.of(), NOW));
        assertThat(stamp(new Standing.Accepted(), silence, "").lines().get(1))
                .isEqualTo("Accepted, as nobody answered in time, 30 Nov 2026");
    }

    @Test
    void aFileWithoutANumberIsNotTakenForAControlledOne() {
        Stamp stamp = Stamp.uncontrolled("Sketch.pdf", NOW, ZoneId.of("UTC"));
        assertThat(stamp.heading()).isEqualTo("Without a controlled number");
        assertThat(stamp.lines()).containsExactly("Sketch.pdf", "Released 29 Nov 2026, 23:30 (UTC+00:00)");
        assertThat(stamp.link()).isEmpty();
        Stamp bare = Stamp.of(new Stamp.Controlled("KWR-2", "", "", new Standing.Accepted(), Optional.empty(), Optional.empty()), LINK, NOW,
                OSLO);
        assertThat(bare.heading()).isEqualTo("KWR-2");
        assertThat(bare.lines()).hasSize(2);
    }
}
