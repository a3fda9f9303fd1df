package app.pervius.bench;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import app.pervius.core.rules.ArrivalFacts;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Parties;
import app.pervius.core.rules.Plan;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Where;
import app.pervius.core.rules.Which;
import app.pervius.core.rules.check.CheckFacts;
import app.pervius.core.rules.check.SheetCheck;
import app.pervius.server.rules.RuleDesk;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntFunction;

/**
 * (i) judging one arrival with 1,000 rules on different folders beside 10; checking a sheet of 200 rules; trying past arrivals on 200
 * rules.
 */
final class RuleRate implements Bench.Part {

    private static final int ROUNDS = 15;
    private static final int JUDGED = 20_000;
    private static final int RULES = 200;
    private static final int FOLDERS = 40;
    private static final Parties.Party SOMEBODY = new Parties.Party(new PersonId(1), new FirmId(1), Set.of(), "somebody");
    private static final Fields FIELDS = new Fields(List.of());

    private final int arrivals;

    RuleRate(double scale) {
        arrivals = (int) (2_000 * scale) / 25 * 25;
    }

    @Override
    public List<Measure> measure() throws Exception {
        List<Measure> found = new ArrayList<>(List.of(judging(), checking()));
        found.add(trying());
        return found;
    }

    private static Measure judging() {
        List<Double> few = new ArrayList<>();
        List<Double> many = new ArrayList<>();
        RuleSheet ten = new RuleSheet(1, Handling.USUAL, rows(10, i -> i));
        RuleSheet thousand = new RuleSheet(1, Handling.USUAL, rows(1_000, i -> i));
        for (int round = 0; round < ROUNDS; round++) {
            few.add(judge(ten, 10));
            many.add(judge(thousand, 1_000));
        }
        return Measure.atMost("i", "judging one arrival, 1,000 rules on different folders, median of " + ROUNDS + " rounds, µs",
                Crowd.median(many) * 1e6 / JUDGED,
                "the same with 10 rules", Crowd.median(few) * 1e6 / JUDGED, 3);
    }

    private static double judge(RuleSheet sheet, int folders) {
        long begin = System.nanoTime();
        int taken = 0;
        for (int i = 0; i < JUDGED; i++) {
            taken += sheet.judge(arrival(i % folders)).taken().isPresent() ? 1 : 0;
        }
        double seconds = Crowd.since(begin);
        if (taken != JUDGED) {
            throw new IllegalStateException("only " + taken + " arrivals were taken");
        }
        return seconds;
    }

    private static ArrivalFacts arrival(int folder) {
        return new ArrivalFacts(List.of(new FolderId(folder + 1_000L), new FolderId(folder + 1L), new FolderId(0)), ArrivalEvent.NEW_FILE,
                "Weir", Set.of(FileFormat.PDF), 5_000,
                SOMEBODY, SOMEBODY, FieldValues.NONE, FIELDS);
    }

    private static List<RuleSheet.Row> rows(int many, IntFunction<Integer> folder) {
        List<RuleSheet.Row> rows = new ArrayList<>();
        for (int i = 0; i < many; i++) {
            FileFormat format = FileFormat.values()[i / FOLDERS % 5];
            Which which = many == RULES ? Which.of(new Condition.HasFormat(Set.of(format)), new Condition.Sized(0, 1_000_000))
                    : Which.EVERYTHING;
            rows.add(new RuleSheet.Row(i + 1, 1, new HandlingRule("Rule " + i, "",
                    new Where(List.of(new Where.Standing(new FolderId(folder.apply(i) + 1L), true))), which, Plan.AS_PROJECT)));
        }
        return rows;
    }

    /** 200 rules, five on each of 40 folders. */
    private static Measure checking() {
        List<CheckFacts.Node> nodes = new ArrayList<>(List.of(new CheckFacts.Node(new FolderId(0), Optional.empty(), "")));
        for (int i = 1; i <= FOLDERS; i++) {
            nodes.add(new CheckFacts.Node(new FolderId(i), Optional.of(new FolderId(0)), "Folder " + i));
        }
        CheckFacts facts = new CheckFacts(new RuleSheet(1, Handling.USUAL, rows(RULES, i -> i % FOLDERS)), nodes, List.of(SOMEBODY),
                FIELDS);
        List<Double> seconds = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            long begin = System.nanoTime();
            if (SheetCheck.of(facts).isEmpty()) {
                throw new IllegalStateException("the check found nothing");
            }
            seconds.add(Crowd.since(begin));
        }
        return Measure.within("i", "checking a sheet of " + RULES + " rules against each other, median of " + ROUNDS + " rounds, ms",
                Crowd.median(seconds) * 1000, 100);
    }

    private Measure trying() throws IOException, InterruptedException {
        try (Site.Here here = Site.here(Map.of())) {
            Person ines = here.site().controller();
            for (int i = 0; i < arrivals / 25; i++) {
                long id = here.site().send(ines, here.site().drawings(), "tried " + i, 25);
                ines.post("/api/submissions/" + id + "/closing", Map.of());
            }
            RuleDesk desk = here.bean(RuleDesk.class);
            long me = ines.get("/api/session").get("actor").get("memberships").get(Long.toString(here.site().project())).get("person")
                    .asLong();
            for (int i = 1; i < RULES; i++) {
                desk.addInForce(here.site().project(), new HandlingRule("Rule " + i, "",
                        new Where(List.of(new Where.Standing(new FolderId(here.site().drawings()), true))),
                        Which.of(new Condition.Named("rule " + i + " {*}")), Plan.AS_PROJECT), me);
            }
            Map<String, Object> entry = new HashMap<>(Map.of("last", arrivals, "passages", List.of(), "files", List.of(), "onlyDifferent",
                    true, "inForce", false));
            String trials = "/api/projects/" + here.site().project() + "/trials";
            while (ines.get("/api/projects/" + here.site().project() + "/passages?which=ON_THE_WAY").get("items").valueStream()
                    .anyMatch(row -> row.get("passage").get("at").get("state").asString().equals("RUNNING"))) {
                Thread.onSpinWait();
            }
            ines.lines(trials, Map.of("last", Math.min(arrivals, 500), "passages", List.of(), "files", List.of(), "onlyDifferent", true,
                    "inForce", false));
            long begin = System.nanoTime();
            int lines = ines.lines(trials, entry);
            double seconds = Crowd.since(begin);
            if (lines != arrivals + 1) {
                throw new IllegalStateException(lines + " lines came of " + arrivals + " arrivals");
            }
            return Measure.within("i", "10,000 past arrivals on a draft of " + RULES + " rules and on what is in force, by a trial of "
                    + arrivals + ", s", seconds * 10_000 / arrivals, 300);
        }
    }
}
