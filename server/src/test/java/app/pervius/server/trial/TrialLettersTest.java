package app.pervius.server.trial;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.tell.Occasion;
import app.pervius.core.trial.Tried;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a trial's messages would read like. */
class TrialLettersTest {

    private static Tried tried(String number, Tried.Told... told) {
        return reviewed(number, List.of(), told);
    }

    private static Tried reviewed(String number, List<Tried.Step> steps, Tried.Told... told) {
        return new Tried(true, Optional.empty(), List.of(), List.of(), List.of(), new Tried.Identity(Optional.of(number).filter(n ->
                !n.isEmpty()), Optional.of("P01"), "Plan", Map.of()), Optional.empty(), steps, Map.of(), List.of(told), List.of());
    }

    private static Tried.Told told(String who, Occasion occasion, String subject, boolean gathered) {
        return new Tried.Told(occasion, who, "Watch", "Said", subject, gathered, "the rule names you");
    }

    @Test
    void whatIsToldAtOnceIsOneMessageForEachPersonAndOccasionAndTheRestOneForEachPerson() {
        TrialLetters letters = new TrialLetters("KWR");
        letters.add("A.pdf", "In", tried("KWR-1", told("Agnes", Occasion.ARRIVED, "", false), told("Priya", Occasion.ARRIVED, "", true)));
        letters.add("B.pdf", "In", tried("", told("Agnes", Occasion.ARRIVED, "", false), told("Priya", Occasion.ISSUED, "", true),
                told("Agnes", Occasion.ISSUED, "Out", false)));
        List<TrialLetters.ForetoldLetter> all = letters.all();
        assertThat(all).extracting(TrialLetters.ForetoldLetter::to).containsExactly("Agnes", "Agnes", "Priya");
        assertThat(all).extracting(TrialLetters.ForetoldLetter::subject).containsExactly("[KWR] 2 files arrived (…)", "Out",
                "[KWR] 2 files: 1 arrived, 1 issued");
        assertThat(all).extracting(TrialLetters.ForetoldLetter::files).containsExactly(2, 1, 2);
        assertThat(all).extracting(TrialLetters.ForetoldLetter::gathered).containsExactly(false, false, true);
        assertThat(all.getFirst().text()).contains("KWR-1 P01 Plan", "B.pdf", "Said", "You get this because the rule names you.");
        assertThat(all.getLast().text()).contains("KWR-1 P01 Plan", "B.pdf", "told by “Watch”");
    }

    @Test
    void whoHasTheFirstStepIsAskedToDecideAndWhoHasALaterOneIsNot() {
        List<Tried.Step> steps = List.of(new Tried.Step("Check", List.of("Agnes", "Priya"), Instant.EPOCH),
                new Tried.Step("Approve", List.of("Tomasz"), Instant.EPOCH));
        TrialLetters letters = new TrialLetters("KWR");
        letters.add("A.pdf", "In", reviewed("KWR-1", steps));
        letters.add("B.pdf", "In", reviewed("", steps));
        assertThat(letters.all()).extracting(TrialLetters.ForetoldLetter::to).containsExactly("Agnes", "Priya");
        assertThat(letters.all()).allSatisfy(letter -> {
            assertThat(letter.subject()).isEqualTo("[KWR] 2 files waiting for your decision (…)");
            assertThat(letter.text()).contains("KWR-1 P01 Plan", "B.pdf, step “Check”", "You get this because it is yours to decide.");
        });
    }

    @Test
    void noMoreAreShownThanAScreenBears() {
        TrialLetters letters = new TrialLetters("KWR");
        for (int i = 0; i < 150; i++) {
            letters.add("A.pdf", "In", tried("", told("Person " + i, Occasion.ARRIVED, "", false)));
        }
        assertThat(letters.all()).hasSize(TrialLetters.MOST);
    }
}
