package app.pervius.core.tell;

import static app.pervius.core.KestrelWeir.FIELDS;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.kind.Names;
import app.pervius.core.kind.Thing;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
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
        return Telling.write(text, new FieldValues(known), "as usual", FIELDS);
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
        assertThat(Occasion.ASKED.asksToDecide()).as("who may see it no more is told of it no more").isFalse();
        assertThat(Stream.of(Occasion.values()).filter(Occasion::isDoneReading)).contains(Occasion.TO_DECIDE, Occasion.ASKED,
                Occasion.ANSWERED).doesNotContain(Occasion.ISSUED, Occasion.RETURNED);
        assertThat(Occasion.RETURNED.onRule()).contains("On return");
        assertThat(Occasion.TO_DECIDE.onRule()).isEmpty();
        assertThat(Occasion.INVITED.aboutFiles()).isFalse();
        assertThat(Occasion.ARRIVED.aboutFiles()).isTrue();
    }

    @Test
    void whoeverIsInCopyIsOneOfEverybodyAndAPlainEnvelopeSaysNothing() {
        Telling openly = new Telling(Occasion.ISSUED, List.of(AUTHOR), "", Optional.empty(), Optional.of(new Envelope("S", List.of(AGNES),
                true)));
        assertThat(new TellPlan(List.of(openly)).everybody()).containsExactly(AUTHOR, AGNES);
        assertThat(openly.important()).isTrue();
        assertThat(openly.subject()).isEqualTo("S");
        Telling plain = new Telling(Occasion.ISSUED, List.of(AUTHOR), "");
        assertThat(plain.inCopy()).isEmpty();
        assertThat(plain.important()).isFalse();
        assertThat(plain.subject()).isEmpty();
    }

    @Test
    void whatTwoTellIsToldAsOneInTheMorePressingManner() {
        Manner first = new Manner(List.of(Optional.of(Pace.AT_ONCE)), "", false, Manner.Shown.IN_COPY, List.of("you are the author"));
        Manner second = new Manner(List.of(Optional.empty()), "Second", true, Manner.Shown.OPENLY, List.of("you hold the role “Lead”"));
        assertThat(first.and(second)).isEqualTo(new Manner(List.of(Optional.of(Pace.AT_ONCE), Optional.empty()), "Second", true,
                Manner.Shown.OPENLY, List.of("you are the author", "you hold the role “Lead”")));
        assertThat(second.and(first).shown()).isEqualTo(Manner.Shown.OPENLY);
        assertThat(first.and(first).inWords()).isEqualTo("you are the author");
        assertThat(first.and(second).inWords()).isEqualTo("you are the author, and because you hold the role “Lead”");
    }

    @Test
    void everyAudienceSaysWhyItIsTold() {
        Names names = new Names() {
            @Override
            public Optional<String> of(Thing thing, long id) {
                return Optional.of(thing + " " + id);
            }

            @Override
            public String field(String key) {
                return key;
            }
        };
        assertThat(Stream.of(AUTHOR, new Audience.Uploader(), new Audience.ByMatrix(), new Audience.Lead(), new Audience.Deciding(),
                new Audience.EarlierHolders(), new Audience.Followers(), new Audience.Holders(new RoleId(4)),
                        new Audience.OfFirm(new FirmId(5)),
                AGNES, new Audience.Outside("a@example.org")).map(a -> Audiences.because(a, names))).containsExactly("you are the author",
                "you handed it in", "the distribution matrix names a role of yours", "you lead by the matrix", "it is yours to decide",
                "you were told of an earlier revision", "you follow it or its folder", "you hold the role “ROLE 4”",
                "everybody of FIRM 5 is told", "the rule names you", "the rule names this address");
    }
}
