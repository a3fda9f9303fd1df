package app.pervius.server.demo;

import app.pervius.server.demo.SampleDrawing.Subject;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Two smaller projects beside Kestrel Weir Renewal, one of each other starting set, with some of the same people in them. */
@Component
@Profile("demo")
class FurtherProjects {

    static final String WORK = "Work in progress";
    private static final String SITE = WORK + " / Dunmarrow Works";
    private static final String BOARD = WORK + " / Fennick Hydraulics";
    private static final String YUSUF = "Yusuf Karaderin";

    private final FurtherProject project;
    private final StoryActs acts;
    private final DemoClock clock;
    private StoryActs.@Nullable Cast site;
    private StoryActs.@Nullable Cast board;

    FurtherProjects(FurtherProject project, StoryActs acts, DemoClock clock) {
        this.project = project;
        this.acts = acts;
        this.clock = clock;
    }

    /** What happened in them up to some weeks ago. */
    List<DemoDays.Act> acts() {
        List<DemoDays.Act> all = new ArrayList<>();
        footbridge(all);
        standards(all);
        return all;
    }

    /** What has come in since; after {@link #acts} were done. */
    void lately() {
        acts.dropNamed(site(), "Marisol Quintavalle", SITE, "Erection", List.of(text("MS_Lifting in of the deck"), text("ITP_Bearings")));
        daily("Pile caps formwork");
        acts.dropNamed(board(), YUSUF, BOARD, "Photographs", List.of(text("How photographs are named")));
    }

    /** A building site: method statements and plans are answered, daily reports are filed at once. */
    private void footbridge(List<DemoDays.Act> all) {
        long[] sent = new long[2];
        act(all, 60, () -> site = project.make("MLF", "Mill Lane Footbridge", "site", "KWB", Map.of("DNM", List.of("Oluwaseun Finchley-Ade",
                "Marisol Quintavalle"), "BRK", List.of("Giorgi Tskalishvili")), "Site management", "Tomasz Łęgowicz", "Contractor"));
        act(all, 59, () -> sent[0] = acts.dropNamed(site(), "Oluwaseun Finchley-Ade", SITE, "Foundations", List.of(text("MS_Piling"),
                text("MS_Pile caps"), text("ITP_Concrete"))));
        act(all, 57, () -> daily("Piling rig set up"));
        act(all, 54, () -> acts.decide(site(), sent[0], "Tomasz Łęgowicz", Map.of(1, 3), 1, "The pour sequence is missing."));
        act(all, 53, () -> daily("Piles 1 and 2"));
        act(all, 46, () -> daily("Piles 3 to 6"));
        act(all, 45, () -> sent[1] = acts.dropNamed(site(), "Giorgi Tskalishvili", WORK + " / Brask Controls", "Lighting",
                List.of(text("MAR_Luminaires"), text("MAR_Lighting columns"))));
        act(all, 43, () -> acts.decide(site(), sent[1], "Tomasz Łęgowicz", Map.of(0, 2), 1, "Warm white, not more than 3000 K."));
        act(all, 38, () -> daily("Pile heads cut"));
        act(all, 33, () -> acts.dropNamed(site(), "Oluwaseun Finchley-Ade", SITE, "Question",
                List.of(text("RFI_Clash of pile 5 with the old main"))));
    }

    /** Plain files that somebody approves. */
    private void standards(List<DemoDays.Act> all) {
        long[] sent = new long[2];
        act(all, 50, () -> board = project.make("WBS", "Water Board standards", "approve", "KWB", Map.of("FNK", List.of(YUSUF)), "Approver",
                "Henrike Solvangen", "Author"));
        act(all, 49, () -> sent[0] = acts.dropNamed(board(), YUSUF, BOARD, "Drawing standards",
                List.of(text("Title blocks and sheet sizes"),
                text("Line types and hatching"), text("Levels and coordinates"))));
        act(all, 47, () -> acts.decide(board(), sent[0], "Henrike Solvangen", Map.of(2, 2), 1, "Name the height datum."));
        act(all, 36, () -> sent[1] = acts.dropNamed(board(), YUSUF, BOARD, "Calculation standards", List.of(text("Units and rounding"))));
        act(all, 34, () -> acts.decide(board(), sent[1], "Henrike Solvangen", Map.of(), 3, "Say how many digits a discharge has."));
    }

    private static void act(List<DemoDays.Act> all, int day, Runnable deed) {
        all.add(new DemoDays.Act(day, deed));
    }

    private StoryActs.Cast site() {
        return Objects.requireNonNull(site);
    }

    private StoryActs.Cast board() {
        return Objects.requireNonNull(board);
    }

    private void daily(String what) {
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        acts.dropNamed(site(), "Oluwaseun Finchley-Ade", SITE, "Daily report", List.of(text("DR_" + today + "_" + what)));
    }

    private static StoryActs.Sheet text(String name) {
        return new StoryActs.Sheet(name + ".pdf", Subject.TEXT, name.replaceFirst("^[A-Z]+_(\\d{4}-\\d\\d-\\d\\d_)?", ""));
    }
}
