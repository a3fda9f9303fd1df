package app.pervius.core.register;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class RevisionSequencesTest {

    private static final RevisionSequence REVIEW = new RevisionSequence("review", "for review",
            new RevisionSequence.Form.Counted("P", 2, 1), true);
    private static final RevisionSequence CONSTRUCTION = new RevisionSequence("construction", "for construction",
            new RevisionSequence.Form.Counted("C", 2, 1), false);
    private static final RevisionSequence LETTERS = new RevisionSequence("letters", "letters", new RevisionSequence.Form.Letters("IO"),
            false);
    private static final RevisionSequence NUMBERS = new RevisionSequence("numbers", "numbers", new RevisionSequence.Form.Counted("", 1, 0),
            false);
    private static final RevisionSequences BOTH = new RevisionSequences(List.of(REVIEW, CONSTRUCTION));

    private static NextRevision next(String latest, String named) {
        return BOTH.next(code(latest), code(named), Optional.empty());
    }

    private static Optional<RevisionCode> code(String text) {
        return text == null ? Optional.empty() : Optional.of(new RevisionCode(text));
    }

    @ParameterizedTest
    @CsvSource({",,P01", "P01,,P02", "P01,P02,P02", "P01,P01.1,P01.1", "P01.1,P01.2,P01.2", "P01.2,,P02", "C01,,C02", "P98,,P99"})
    void whatFollows(String latest, String named, String expected) {
        assertThat(next(latest, named)).isEqualTo(new NextRevision.Follows(new RevisionCode(expected)));
    }

    @ParameterizedTest
    @CsvSource({"P01,P03,P02", ",P02,P01", "P01.1,P01.3,P02", ",C02,P01"})
    void whatIsSkipped(String latest, String named, String expected) {
        assertThat(next(latest, named)).isEqualTo(new NextRevision.Skips(new RevisionCode(named), new RevisionCode(expected)));
    }

    @ParameterizedTest
    @CsvSource({"P03,P02,P04", "P03,P03,P04", "P02.2,P02.1,P03", "C02,P07,C03"})
    void whatGoesBack(String latest, String named, String expected) {
        assertThat(next(latest, named)).isEqualTo(new NextRevision.GoesBack(new RevisionCode(named), new RevisionCode(latest),
                new RevisionCode(expected)));
    }

    @Test
    void aDocumentChangesToTheNextSequenceByNameOrByWill() {
        assertThat(next("P03", "C01")).isEqualTo(new NextRevision.Changes(new RevisionCode("C01"), CONSTRUCTION));
        assertThat(BOTH.next(code("P03"), Optional.empty(), Optional.of("construction")))
                .isEqualTo(new NextRevision.Follows(new RevisionCode("C01")));
        assertThat(BOTH.next(code("C01"), Optional.empty(), Optional.of("construction")))
                .isEqualTo(new NextRevision.Follows(new RevisionCode("C02")));
        assertThat(next("P03", "C02")).isInstanceOf(NextRevision.Skips.class);
    }

    @Test
    void afterTheLastThereIsNone() {
        assertThat(next("P99", null)).isEqualTo(new NextRevision.NoMore(new RevisionCode("P99")));
    }

    @Test
    void lettersLeaveOutWhatLooksLikeDigits() {
        List<String> codes = new ArrayList<>();
        Optional<RevisionCode> at = Optional.of(LETTERS.first());
        while (at.isPresent()) {
            codes.add(at.get().text());
            at = LETTERS.after(at.get());
        }
        assertThat(codes).startsWith("A", "B", "C").contains("H", "J", "Z", "AA", "ZZ").doesNotContain("I", "O", "AI", "OA")
                .doesNotHaveDuplicates().hasSize(24 + 24 * 24);
    }

    @Test
    void plainNumbersGrow() {
        assertThat(NUMBERS.first()).hasToString("0");
        assertThat(NUMBERS.after(new RevisionCode("9"))).contains(new RevisionCode("10"));
        assertThat(NUMBERS.place("01")).isEmpty();
        assertThat(NUMBERS.place("999")).isPresent();
        assertThat(NUMBERS.after(new RevisionCode("999"))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"p01", "P00", "P1", "P001", "P100", "", "P01.0", "P01.", "P01.01", "C01.1", "X01", "A", "1"})
    void whatIsNoCode(String text) {
        assertThat(BOTH.read(text)).isEmpty();
    }

    @Test
    void sequencesThatShareACodeAreFaulty() {
        RevisionSequence again = new RevisionSequence("again", "again", new RevisionSequence.Form.Counted("P", 2, 1), false);
        assertThat(new RevisionSequences(List.of(REVIEW, again)).faults()).singleElement().asString()
                .startsWith("“P01” would belong to two sequences");
        assertThat(new RevisionSequences(List.of(REVIEW, CONSTRUCTION, LETTERS, NUMBERS)).faults()).isEmpty();
        assertThat(RevisionSequences.USUAL.faults()).isEmpty();
    }

    /** Whatever a document goes through, following what comes next never repeats a code and never goes back. */
    @Test
    void followingNeverRepeatsACode() {
        Random random = new Random(3);
        for (int round = 0; round < 200; round++) {
            List<String> had = new ArrayList<>();
            Optional<RevisionCode> latest = Optional.empty();
            for (int i = 0; i < 30; i++) {
                Optional<String> wanted = random.nextInt(5) == 0 ? Optional.of("construction") : Optional.empty();
                if (!(BOTH.next(latest, Optional.empty(), wanted) instanceof NextRevision.Follows(RevisionCode code))) {
                    throw new AssertionError("nothing follows " + latest);
                }
                assertThat(had).doesNotContain(code.text());
                had.add(code.text());
                latest = Optional.of(code);
            }
        }
    }
}
