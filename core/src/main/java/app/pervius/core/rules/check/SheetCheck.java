package app.pervius.core.rules.check;

import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Checks the rules of a sheet against each other. An error is proved: no arrival could be otherwise. Where free text makes that impossible,
 * a
 * warning has an arrival that shows what is meant. What stands further down and is more general than what stands above it is how sheets are
 * meant, and no finding.
 */
public final class SheetCheck {

    private static final int MOST_OVERLAPS = 3;

    private final CheckFacts facts;
    private final RuleSheet sheet;
    private final World world;
    private final Examples examples;
    private final Map<Long, Reach> reach = new HashMap<>();
    private final List<SheetFinding> found = new ArrayList<>();

    private SheetCheck(CheckFacts facts) {
        this.facts = facts;
        this.sheet = facts.sheet();
        this.world = new World(facts);
        this.examples = new Examples(facts, world);
        sheet.rows().forEach(row -> reach.put(row.ruleId(), Reach.of(row.rule(), sheet, world)));
    }

    /** All findings, from the top of the sheet. */
    public static List<SheetFinding> of(CheckFacts facts) {
        return new SheetCheck(facts).check();
    }

    private List<SheetFinding> check() {
        List<RuleSheet.Row> before = new ArrayList<>();
        for (RuleSheet.Row row : sheet.rows()) {
            Reach its = reach(row);
            if (its.whole() && its.boxes().isEmpty() && !world.folders(row.rule().where()).isEmpty()) {
                found.add(new SheetFinding(row.ruleId(), true, SheetFinding.Kind.CONTRADICTION,
                        "No arrival can meet all its conditions at once.",
                        "Take one of the conditions out."));
            } else if (row.rule() instanceof HandlingRule && !its.boxes().isEmpty()) {
                List<RuleSheet.Row> rivals = before.stream().filter(other -> !its.and(reach(other)).isEmpty()).toList();
                if (!neverReached(row, its, rivals)) {
                    rivals.forEach(other -> overlap(row, its, other));
                }
            }
            if (row.rule() instanceof HandlingRule) {
                before.add(row);
            }
        }
        found.addAll(new Loops(facts, world, reach).find());
        return List.copyOf(found);
    }

    private Reach reach(RuleSheet.Row row) {
        return Objects.requireNonNull(reach.get(row.ruleId()));
    }

    private boolean neverReached(RuleSheet.Row row, Reach its, List<RuleSheet.Row> rivals) {
        List<Box> left = its.boxes();
        List<RuleSheet.Row> takers = new ArrayList<>();
        for (RuleSheet.Row other : rivals) {
            Optional<List<Box>> rest = Reach.minus(left, reach(other));
            if (rest.isPresent() && !rest.get().equals(left)) {
                takers.add(other);
                left = rest.get();
            }
        }
        if (left.isEmpty() && world.exact) {
            String example = its.boxes().stream().flatMap(examples::of).filter(e -> fits(row, e)).findFirst()
                    .map(e -> ", such as " + e.inWords()).orElse("");
            found.add(new SheetFinding(row.ruleId(), true, SheetFinding.Kind.NEVER_REACHED, "It is never reached: " + names(takers)
                    + (takers.size() == 1 ? " takes" : " take") + " all it could take" + example + ".",
                    "Move it above, or ask for less there.", uppermost(takers)));
            return true;
        }
        return probablyNeverReached(row, its, rivals);
    }

    /** Names are free text: that every name tried is taken before is no proof, but worth saying. */
    private boolean probablyNeverReached(RuleSheet.Row row, Reach its, List<RuleSheet.Row> rivals) {
        if (Names.patternsOf(row.rule(), sheet).isEmpty() || rivals.isEmpty()) {
            return false;
        }
        List<Examples.Example> tried = its.boxes().stream().flatMap(examples::of).filter(e -> fits(row, e)).toList();
        List<RuleSheet.Row> takers = rivals.stream().filter(other -> tried.stream().anyMatch(e -> fits(other, e))).toList();
        if (tried.isEmpty() || !tried.stream().allMatch(e -> takers.stream().anyMatch(other -> fits(other, e)))
                || !takenWhole(its, takers)) {
            return false;
        }
        found.add(new SheetFinding(row.ruleId(), false, SheetFinding.Kind.NEVER_REACHED,
                "It is probably never reached: all " + tried.size() + " names tried are taken by "
                + names(takers) + " before it, such as " + tried.getFirst().inWords() + ".", "Move it above, or ask for less there.",
                uppermost(takers)));
        return true;
    }

    /** Whether the takers leave nothing of it, names aside. */
    private boolean takenWhole(Reach its, List<RuleSheet.Row> takers) {
        List<Box> left = its.boxes().stream().map(SheetCheck::nameless).toList();
        for (RuleSheet.Row taker : takers) {
            Reach without = new Reach(reach(taker).boxes().stream().map(SheetCheck::nameless).toList(), true);
            left = Reach.minus(left, without).orElse(left);
        }
        return left.isEmpty();
    }

    private static Box nameless(Box box) {
        return new Box(box.says().entrySet().stream().filter(e -> !e.getKey().name().startsWith("name ") && !e.getKey().name()
                .startsWith("field "))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue)));
    }

    private void overlap(RuleSheet.Row row, Reach its, RuleSheet.Row other) {
        long already = found.stream().filter(f -> f.rule() == row.ruleId() && f.kind() == SheetFinding.Kind.OVERLAP).count();
        boolean narrower = Reach.minus(reach(other).boxes(), its).filter(List::isEmpty).isPresent();
        if (already >= MOST_OVERLAPS || narrower) {
            return;
        }
        its.and(reach(other)).stream().flatMap(examples::of).filter(e -> fits(row, e) && fits(other, e)).findFirst().ifPresent(e ->
                found.add(new SheetFinding(row.ruleId(), false, SheetFinding.Kind.OVERLAP,
                        "Some of what it could take is taken before it by “" + other.rule().name()
                        + "”, such as " + e.inWords() + ".", "If it should take that, move it above “" + other.rule().name() + "”.",
                        Optional.of(other.ruleId()))));
    }

    private boolean fits(RuleSheet.Row row, Examples.Example example) {
        return sheet.unmet(row.rule(), example.arrival()).isEmpty();
    }

    private static Optional<Long> uppermost(List<RuleSheet.Row> rows) {
        return rows.stream().findFirst().map(RuleSheet.Row::ruleId);
    }

    private static String names(List<RuleSheet.Row> rows) {
        return rows.stream().map(row -> "“" + row.rule().name() + "”").collect(Collectors.joining(" and "));
    }
}
