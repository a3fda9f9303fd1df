package app.pervius.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.tell.Occasion;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What two trials of one arrival say otherwise is told in sentences, each thing once. */
class ComparisonTest {

    private static final Tried.Halt PASSED = halt(Station.NUMBER, Tried.Kind.PASSED);

    private static Tried.Halt halt(Station station, Tried.Kind kind) {
        return new Tried.Halt(station, kind, "said", Optional.<StopReason.Code>empty(), List.of());
    }

    private static Tried tried(boolean intake, String rule, List<Tried.Halt> halts) {
        return new Tried(intake, Optional.ofNullable(rule), List.of(), List.of(), halts, 
                new Tried.Identity(Optional.of("KWR-0001"), Optional.of("P01"), "Weir", Map.of("discipline", "H")), Optional.of("Civil"),
                List.of(new Tried.Step("Review", List.of("Agnes", "Tomasz"), Instant.EPOCH)),
                Map.of(0, new Tried.End(true, false, "filed"), 1, new Tried.End(true, false, "placed")),
                List.of(new Tried.Told(Occasion.ARRIVED, "Agnes", "", "", "", false, ""), new Tried.Told(Occasion.ARRIVED, "Agnes", "twice",
                        "", "", false, "")),
                List.of());
    }

    private static final Tried BEFORE = tried(true, "Drawings", List.of(PASSED));

    @Test
    void whatIsTheSameSaysNothing() {
        assertThat(Comparison.between(BEFORE, tried(true, "Drawings", List.of(PASSED)))).isEmpty();
    }

    @Test
    void everythingThatDiffersIsSaid() {
        Tried after = new Tried(true, Optional.of("Reports"), List.of(), List.of(), List.of(PASSED),
                new Tried.Identity(Optional.empty(), Optional.of("P02"), "Gate", Map.of("type", "RP")), Optional.empty(), List.of(),
                Map.of(1, new Tried.End(true, true, "back")), List.of(),
                List.of(new Tried.Copy(Occasion.ARRIVED, "Mirror", true, "Will be copied to “Mirror” as a.pdf.")));
        assertThat(Comparison.between(BEFORE, after)).containsExactly(
                "Taken by “Reports” instead of “Drawings”.",
                "Its number would be nothing instead of KWR-0001.",
                "Its revision would be P02 instead of P01.",
                "Its title would be Gate instead of Weir.",
                "“discipline” would be nothing instead of H.",
                "“type” would be RP instead of nothing.",
                "Its route would be nothing instead of Civil.",
                "Its reviewers would be nothing instead of Review Agnes, Tomasz.",
                "Filed: nothing instead of filed.",
                "Decided 1: back instead of placed.",
                "Told would be nothing instead of Agnes when arrived.",
                "Copies would be “Mirror”: Will be copied to “Mirror” as a.pdf instead of nothing.");
    }

    @Test
    void whereItGoesNoFurtherIsSaidInWordsOfItsOwn() {
        Tried stops = tried(true, "Drawings", List.of(PASSED, halt(Station.IDENTIFY, Tried.Kind.STOPPED)));
        Tried returns = tried(true, "Drawings", List.of(halt(Station.IDENTIFY, Tried.Kind.RETURNED)));
        Tried waits = tried(true, "Drawings", List.of(halt(Station.REVIEW, Tried.Kind.WAITING)));
        assertThat(Comparison.between(stops, BEFORE)).containsExactly("It goes through; now it stops at " + Station.IDENTIFY.label() + ".");
        assertThat(Comparison.between(BEFORE, returns))
                .containsExactly("It goes back at " + Station.IDENTIFY.label() + "; now it goes through.");
        assertThat(Comparison.between(BEFORE, waits)).as("who waits goes through").isEmpty();
        assertThat(stops.halted()).contains(halt(Station.IDENTIFY, Tried.Kind.STOPPED));
        assertThat(waits.halted()).isEmpty();
    }

    @Test
    void whereNoRuleTakesItNothingElseIsCompared() {
        Tried kept = tried(false, null, List.of());
        assertThat(Comparison.between(BEFORE, kept)).containsExactly("Taken by no rule instead of “Drawings”.",
                "It is only kept; now it goes through.");
        assertThat(Comparison.between(kept, BEFORE)).containsExactly("Taken by “Drawings” instead of no rule.",
                "It goes through; now it is only kept.");
    }
}
