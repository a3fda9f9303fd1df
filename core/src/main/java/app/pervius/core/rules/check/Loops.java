package app.pervius.core.rules.check;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.WatchingRule;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** Ways from a rule back to itself: it places files in a folder where a rule takes what Pervius places, and so on. */
final class Loops {

    /** One rule takes what another places; {@code sure} where nothing else has to be met for that. */
    private record Step(RuleSheet.Row to, String folder, boolean sure) {
    }

    private final CheckFacts facts;
    private final World world;
    private final Map<Long, Reach> reach;

    Loops(CheckFacts facts, World world, Map<Long, Reach> reach) {
        this.facts = facts;
        this.world = world;
        this.reach = reach;
    }

    List<SheetFinding> find() {
        Map<Long, List<Step>> steps = new HashMap<>();
        facts.sheet().rows().forEach(row -> steps.put(row.ruleId(), steps(row)));
        List<SheetFinding> found = new ArrayList<>();
        for (RuleSheet.Row row : facts.sheet().rows()) {
            way(row, steps).ifPresent(way -> found.add(finding(row, way)));
        }
        return found;
    }

    private SheetFinding finding(RuleSheet.Row row, List<Step> way) {
        boolean sure = way.stream().allMatch(Step::sure);
        StringBuilder said = new StringBuilder(sure ? "It goes round: " : "It may go round: ");
        said.append("what it places in ").append(way.getFirst().folder());
        for (int i = 0; i < way.size(); i++) {
            boolean last = i == way.size() - 1;
            said.append(last ? (way.size() == 1 ? " it takes again" : " comes back to it") : ", “" + way.get(i).to().rule()
                    .name() + "” takes and places in " + way.get(i + 1).folder() + ", which");
        }
        return new SheetFinding(row.ruleId(), sure, SheetFinding.Kind.LOOP, said + ".",
                "Let it not take what Pervius places, or place elsewhere.");
    }

    /** The shortest way from a rule back to itself. */
    private static Optional<List<Step>> way(RuleSheet.Row home, Map<Long, List<Step>> steps) {
        Map<Long, List<Step>> ways = new LinkedHashMap<>(Map.of(home.ruleId(), List.of()));
        Deque<Long> next = new ArrayDeque<>(List.of(home.ruleId()));
        while (!next.isEmpty()) {
            long at = next.remove();
            for (Step step : Objects.requireNonNull(steps.get(at))) {
                List<Step> way = new ArrayList<>(ways.get(at));
                way.add(step);
                if (step.to().ruleId() == home.ruleId()) {
                    return Optional.of(way);
                }
                if (ways.putIfAbsent(step.to().ruleId(), way) == null) {
                    next.add(step.to().ruleId());
                }
            }
        }
        return Optional.empty();
    }

    private List<Step> steps(RuleSheet.Row row) {
        if (!(row.rule() instanceof HandlingRule rule)) {
            List<Step> beside = new ArrayList<>();
            if (row.rule() instanceof WatchingRule watching) {
                watching.copies().forEach(copy -> takers(copy.into(), beside));
            }
            return beside;
        }
        IssuePlan plan = facts.sheet().handling(rule).issue();
        boolean reviewed = facts.sheet().handling(rule).review().route().isPresent();
        List<Step> steps = new ArrayList<>();
        for (Target.Place place : reviewed ? plan.byCode().values().stream().filter(Target.Place.class::isInstance)
                .map(Target.Place.class::cast).toList()
                : plan.atOnce().stream().toList()) {
            takers(place.into(), steps);
            place.copies().forEach(copy -> takers(copy, steps));
        }
        return steps;
    }

    private void takers(Target.Into into, List<Step> steps) {
        Optional<Box> there = Box.of(world.folder, world.folder(into.folder(), !into.path().isEmpty()))
                .flatMap(box -> Box.of(world.event, world.events(e -> e == ArrivalEvent.PLACED)).flatMap(box::and));
        if (there.isEmpty()) {
            return;
        }
        String folder = facts.folders().stream().filter(n -> n.id().equals(into.folder())).findFirst().map(n -> "“" + n.path() + "”")
                .orElse("a folder");
        boolean taken = false;
        for (RuleSheet.Row row : facts.sheet().rows()) {
            List<Box> takes = row.rule() instanceof HandlingRule ? takes(row, there.get()) : List.of();
            if (takes.isEmpty()) {
                continue;
            }
            taken = true;
            boolean sure = into.path().isEmpty() && takes.stream()
                    .anyMatch(box -> Set.of(world.folder, world.event).containsAll(box.says().keySet()));
            step(new Step(row, folder, sure), steps);
            if (sure) {
                break;
            }
        }
        // Only what is taken there has a way beside which others copy it on.
        if (taken) {
            facts.sheet().rows().stream().filter(row -> row.rule() instanceof WatchingRule watching && !watching.copies().isEmpty())
                    .filter(row -> !takes(row, there.get()).isEmpty()).forEach(row -> step(new Step(row, folder, false), steps));
        }
    }

    private List<Box> takes(RuleSheet.Row row, Box there) {
        return Objects.requireNonNull(reach.get(row.ruleId())).boxes().stream().flatMap(box -> box.and(there).stream()).toList();
    }

    private static void step(Step step, List<Step> steps) {
        if (steps.stream().noneMatch(s -> s.to().equals(step.to()) && s.sure() == step.sure())) {
            steps.add(step);
        }
    }
}
