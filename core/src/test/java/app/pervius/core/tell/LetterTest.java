package app.pervius.core.tell;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class LetterTest {

    private static Letter.Heading heading(Occasion occasion, int files) {
        return new Letter.Heading(occasion, "KWR", "S-0007", "Tomasz Łęgowicz", "http://pervius.example/desk",
                List.of("Civil design (edition 2)"), files, "it is yours to decide", "http://pervius.example/messages");
    }

    @Test
    void everyOccasionOpensForOneFileAndForMany() {
        for (Occasion occasion : Stream.of(Occasion.values()).filter(Occasion::aboutFiles).toList()) {
            assertThat(occasion.opening("S-0007", 1)).as(occasion.name()).contains("one file", "submission S-0007").endsWith(":")
                    .doesNotContain("[", "{", "|");
            assertThat(occasion.opening("S-0007", 3)).as(occasion.name()).contains("3 files", "submission S-0007").endsWith(":");
        }
        assertThat(Occasion.TO_DECIDE.opening("S-0007", 1)).isEqualTo("one file of submission S-0007 waits for your decision:");
        assertThat(Occasion.TO_DECIDE.opening("S-0007", 2)).isEqualTo("2 files of submission S-0007 wait for your decision:");
        assertThat(TellPlan.OCCASIONS).contains(Occasion.ARRIVED, Occasion.DECIDED, Occasion.ESCALATED)
                .doesNotContain(Occasion.TO_DECIDE, Occasion.INVITED).containsAll(TellPlan.COPYING);
    }

    @Test
    void oneFileIsNamedInTheSubject() {
        Letter letter = Letter.write(heading(Occasion.TO_DECIDE, 1),
                List.of(new Letter.Line("KWR-ALD-C-DR-0001 P01 Plan", "Plan.pdf", "http://pervius.example/read/1")), "");
        assertThat(letter.subject()).isEqualTo("[KWR] KWR-ALD-C-DR-0001 P01 Plan waiting for your decision (S-0007)");
        assertThat(letter.text()).contains("Dear Tomasz Łęgowicz,", "http://pervius.example/read/1",
                "Sent by rule “Civil design (edition 2)”.\nYou get this because it is yours to decide.\n\n"
                        + "When messages come is yours to say: http://pervius.example/messages\n");
    }

    @Test
    void manyFilesAreCountedAndWhatIsNotListedIsSaid() {
        Letter letter = Letter.write(heading(Occasion.ISSUED, 500), List.of(new Letter.Line("A", "", "l"), new Letter.Line("B", "", "l")),
                "");
        assertThat(letter.subject()).startsWith("[KWR] 500 files issued");
        assertThat(letter.text()).contains("and 498 more.");
    }

    @Test
    void aNameWithALineBreakAddsNothingToTheHeader() {
        Letter letter = Letter.write(heading(Occasion.STOPPED, 1), List.of(new Letter.Line("Plan\r\nBcc: everybody@example.org", "", "l")),
                "");
        assertThat(letter.subject()).doesNotContain("\r", "\n");
    }

    @Test
    void aSubjectOfItsOwnStandsInThePlaceOfTheUsualOne() {
        assertThat(Letter.write(heading(Occasion.ISSUED, 1), List.of(new Letter.Line("A", "", "l")), "For the site:\r\nBcc: x, A")
                .subject())
                .isEqualTo("For the site: Bcc: x, A");
    }

    @Test
    void whereSubjectsDifferTheFirstIsNamedAndHowManyMore() {
        assertThat(Letter.subject(List.of("", ""), 2)).isEmpty();
        assertThat(Letter.subject(List.of("A", "", "A"), 3)).isEqualTo("A");
        assertThat(Letter.subject(List.of("A", "B"), 1)).isEqualTo("A");
        assertThat(Letter.subject(List.of("A", "B"), 2)).isEqualTo("A and one more");
        assertThat(Letter.subject(List.of("A", "B"), 5)).isEqualTo("A and 4 more");
    }

    @Test
    void anAddressIsOneAddress() {
        assertThat(Stream.of("a@b.example", "ł@b")).allMatch(Audience.Outside::isAddress);
        assertThat(Stream.of("", "a", "a@", "a@b, c@d", "a@b\n", "a@b\rBcc: c@d", "<a@b>", "a@b@c", "a b@c"))
                .noneMatch(Audience.Outside::isAddress);
    }

    @Test
    void everyOccasionSaysWhySomebodyIsToldWhomNobodyNamed() {
        for (Occasion occasion : Occasion.values()) {
            assertThat(occasion.because()).as(occasion.name()).matches("(it|you|the) [^.]+");
        }
        assertThat(Occasion.PASSED_ON.because()).isEqualTo("it is yours to decide");
        assertThat(Occasion.REOPENED.because()).isEqualTo("you were told of the decision");
    }

    @Test
    void whatAsksOrIsLateDoesNotWaitAndOnlyWhatBecameOfItIsFollowed() {
        assertThat(Stream.of(Occasion.values()).filter(Occasion::mayWait)).contains(Occasion.ISSUED, Occasion.LEFT, Occasion.STEP_BEGUN,
                        Occasion.ANSWERED)
                .doesNotContain(Occasion.ESCALATED, Occasion.TO_DECIDE, Occasion.REMINDED, Occasion.TAKEN_BACK, Occasion.ASKED);
        assertThat(Stream.of(Occasion.values()).filter(Occasion::followed)).containsExactly(Occasion.ARRIVED, Occasion.RETURNED,
                Occasion.ISSUED, Occasion.WITHDRAWN, Occasion.SUPERSEDED);
    }
}
