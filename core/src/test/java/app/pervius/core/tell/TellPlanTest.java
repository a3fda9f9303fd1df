package app.pervius.core.tell;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.PersonId;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class TellPlanTest {

    private static final Audience AUTHOR = new Audience.Author();
    private static final Audience AGNES = new Audience.Named(new PersonId(3));

    @Test
    void aPlanSaysWhomItTellsOnAnOccasionAndInAll() {
        TellPlan plan = TellPlan.of(List.of(AUTHOR, AGNES), List.of(), List.of(AUTHOR));
        assertThat(plan.on(Occasion.ARRIVED)).containsExactly(new Telling(Occasion.ARRIVED, List.of(AUTHOR, AGNES), ""));
        assertThat(plan.on(Occasion.RETURNED)).as("where it names nobody").isEmpty();
        assertThat(plan.on(Occasion.STOPPED)).isEmpty();
        assertThat(plan.everybody()).containsExactly(AUTHOR, AGNES);
        assertThat(TellPlan.ofTheAuthor().tellings()).extracting(Telling::occasion)
                .containsExactly(Occasion.ARRIVED, Occasion.RETURNED, Occasion.ISSUED);
        assertThat(TellPlan.ofTheAuthor().everybody()).containsExactly(AUTHOR);
        assertThat(TellPlan.NOBODY.everybody()).isEmpty();
    }

    @Test
    void theAuthorIsToldOfStopsUnlessThePlanSaysWhoIs() {
        assertThat(TellPlan.NOBODY.authorOfStops()).isTrue();
        assertThat(TellPlan.ofTheAuthor().authorOfStops()).isTrue();
        assertThat(new TellPlan(List.of(new Telling(Occasion.STOPPED, List.of(AGNES), ""))).authorOfStops()).isFalse();
    }

    private static String written(String text, Map<String, String> known) {
        return new Telling(Occasion.ISSUED, List.of(AUTHOR), text).write(new FieldValues(known), "as usual", FIELDS);
    }

    @Test
    void aTextIsWrittenWithWhatIsKnownAndADashForTheRest() {
        Map<String, String> known = Map.of("number", "KWR-0001", "title", "Weir, plan");
        assertThat(written("Now {number}: {title}", known)).isEqualTo("Now KWR-0001: Weir, plan");
        assertThat(written("{title} for {purpose} of {discipline}", known)).isEqualTo("Weir, plan for — of —");
        assertThat(written("", known)).isEqualTo("as usual");
        assertThat(written("  ", known)).isEqualTo("as usual");
        assertThat(written("Now {numbr}", known)).as("what cannot be read as a text").isEqualTo("as usual");
    }

    @Test
    void aTextMayNameWhatIsKnownOfThePassageAndTheProjectsFields() {
        assertThat(Telling.mergeFields(FIELDS).find("reason")).hasValueSatisfying(f -> assertThat(f.label()).isEqualTo("reason"));
        assertThat(Telling.mergeFields(FIELDS).find("firm").orElseThrow().label()).isEqualTo("the author's firm");
        assertThat(Telling.mergeFields(FIELDS).find("discipline")).isPresent();
    }

    @Test
    void occasionsSayWhatTheyAskAndWhatRulesCallThem() {
        assertThat(Occasion.TO_DECIDE.asksToDecide()).isTrue();
        assertThat(Occasion.ISSUED.asksToDecide()).isFalse();
        assertThat(Occasion.RETURNED.onRule()).contains("On return");
        assertThat(Occasion.TO_DECIDE.onRule()).isEmpty();
        assertThat(Occasion.INVITED.aboutFiles()).isFalse();
        assertThat(Occasion.ARRIVED.aboutFiles()).isTrue();
    }
}
