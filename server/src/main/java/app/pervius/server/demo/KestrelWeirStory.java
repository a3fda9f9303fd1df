package app.pervius.server.demo;

import app.pervius.server.demo.SampleDrawing.Subject;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What has happened on Kestrel Weir in the last weeks, told through the doors everybody uses. */
@Component
@Profile("demo")
class KestrelWeirStory {

    private final StoryActs acts;
    private final KestrelWeirReviews reviewsBeyond;
    private final KestrelWeirComments comments;
    private final DemoDays days;

    KestrelWeirStory(StoryActs acts, KestrelWeirReviews reviewsBeyond, KestrelWeirComments comments, DemoDays days) {
        this.acts = acts;
        this.reviewsBeyond = reviewsBeyond;
        this.comments = comments;
        this.days = days;
    }

    void tell(StoryActs.Cast cast) {
        days.at(24);
        long first = acts.drop(cast, "Yusuf Karaderin", "FNK drawings", "First hydraulic package", List.of(
                StoryActs.sheet("Weir general arrangement", Subject.PLAN), StoryActs.sheet("Weir section A-A", Subject.SECTION),
                StoryActs.sheet("Fish pass longitudinal section", Subject.FISH_PASS)));
        days.at(22);
        acts.decide(cast, first, "Henrike Solvangen", Map.of(), 1, "");
        days.at(21);
        acts.decide(cast, first, "Tomasz Łęgowicz", Map.of(), 1, "");
        long civil = acts.drop(cast, "Priya Venkatarangan", "ALD drawings", "Substructure", List.of(
                StoryActs.sheet("Pumping station foundation plan", Subject.PLAN),
                StoryActs.sheet("Pumping station section B-B", Subject.SECTION),
                StoryActs.sheet("Retaining wall reinforcement", Subject.SECTION),
                StoryActs.sheet("Access road long section", Subject.SECTION)));
        days.at(17);
        acts.decide(cast, civil, "Kwabena Adofori", Map.of(1, 2, 2, 3), 1, "Cover to the reinforcement is missing at the joint.");
        days.at(15);
        acts.decide(cast, civil, "Tomasz Łęgowicz", Map.of(1, 2, 2, 3, 3, 4), 1,
                "Show the joint at axis 4; the road is no longer part of this contract.");
        String returned = acts.number(civil, 2);
        String superseded = acts.number(first, 0);
        days.at(13);
        long answer = acts.dropNamed(cast, "Priya Venkatarangan", "ALD drawings", "Answer to the comments on the retaining wall", List.of(
                new StoryActs.Sheet(returned + "_P02.pdf", Subject.SECTION, "Retaining wall reinforcement")));
        days.at(11);
        acts.decide(cast, answer, "Kwabena Adofori", Map.of(), 1, "");
        days.at(10);
        acts.decide(cast, answer, "Tomasz Łęgowicz", Map.of(), 1, "");
        long next = acts.dropNamed(cast, "Yusuf Karaderin", "FNK drawings", "Crest level raised", List.of(
                new StoryActs.Sheet(superseded + "_P02.pdf", Subject.PLAN, "Weir general arrangement")));
        days.at(9);
        acts.decide(cast, next, "Henrike Solvangen", Map.of(), 1, "");
        acts.decide(cast, next, "Tomasz Łęgowicz", Map.of(), 2, "Add the gauge upstream at the next occasion.");
        long controls = acts.drop(cast, "Giorgi Tskalishvili", "BRK drawings", "Control room",
                List.of(StoryActs.sheet("Control panel front", Subject.PANEL)));
        days.at(8);
        acts.decide(cast, controls, "Kwabena Adofori", Map.of(), 3, "The emergency stop is missing on cabinet 3.");
        acts.decide(cast, controls, "Tomasz Łęgowicz", Map.of(), 3, "As reviewed: complete the panel.");
        acts.drop(cast, "Giorgi Tskalishvili", "BRK drawings", "Gate drives", List.of(
                StoryActs.sheet("Gate drive single line", Subject.PANEL), StoryActs.sheet("Gate drive cabinet", Subject.PANEL)));
        days.at(6);
        long approval = acts.drop(cast, "Bảo Trần Vĩnh", "ALD drawings", "Superstructure", List.of(
                StoryActs.sheet("Pumping station elevation east", Subject.SECTION),
                StoryActs.sheet("Pumping station roof plan", Subject.PLAN)));
        days.at(3);
        acts.decide(cast, approval, "Kwabena Adofori", Map.of(1, 2), 1, "Falls of the roof to be shown.");
        days.at(2);
        long basin = acts.drop(cast, "Yusuf Karaderin", "FNK drawings", "Stilling basin", List.of(
                StoryActs.sheet("Stilling basin plan", Subject.PLAN),
                StoryActs.sheet("Stilling basin section C-C", Subject.SECTION), StoryActs.sheet("Baffle block details", Subject.SECTION)));
        comments.tell(cast, basin);
        acts.drop(cast, "Linnéa Åkerström-Vass", "FNK calculations", "Stilling basin",
                List.of(StoryActs.sheet("Stilling basin energy dissipation", Subject.TEXT)));
        long interfaces = reviewsBeyond.sendByHand(Objects.requireNonNull(cast.places().get("Shared Hydraulics")), "KWR-FNK-H-DR-",
                Objects.requireNonNull(cast.persons().get("Mirela Draganova")), 2,
                "Please check levels and axes against the foundation plan before it goes to tender.");
        acts.settled(interfaces);
        acts.decideOne(cast, interfaces, "Kwabena Adofori", 0, 2, "Level of the sill differs from the foundation plan by 40 mm.");
        days.at(1);
        acts.dropNamed(cast, "Oluwaseun Finchley-Ade", "DNM deliveries", "Cofferdam", List.of(
                new StoryActs.Sheet("MS-C_Cofferdam installation.pdf", Subject.TEXT, "Cofferdam installation"),
                new StoryActs.Sheet("KWR-DNM-C-MS-0099_P01.pdf", Subject.TEXT, "Dewatering of the work pit"),
                new StoryActs.Sheet("Lifting plan gate leaf.pdf", Subject.SECTION, "Lifting plan gate leaf"),
                new StoryActs.Sheet("Site photographs week 21.zip", Subject.TEXT, "")));
        acts.dropNamed(cast, "Oluwaseun Finchley-Ade", "Site diary", "", List.of(new StoryActs.Sheet("Water levels in the pit.pdf",
                Subject.TEXT, "Water levels in the pit")));
    }
}
