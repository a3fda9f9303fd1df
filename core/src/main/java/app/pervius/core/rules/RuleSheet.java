package app.pervius.core.rules;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * The rules of a project, tried from the top: the first handling rule that fits takes the arrival, and only that one; every watching rule
 * that
 * fits speaks. Only rules that stand on the folder are looked at, however many stand elsewhere. Immutable; safe for use by several threads.
 */
public final class RuleSheet {

    /**
     * A rule on the sheet.
     *
     * @param edition which edition of the rule; 0 for a draft
     */
    public record Row(long ruleId, int edition, Rule rule) {
    }

    /** A rule that did not take the arrival, and the first reason why, as a clause. */
    public record PassedOver(long ruleId, String rule, String reason) {
    }

    /**
     * What the sheet says of an arrival.
     *
     * @param taken the handling rule that takes it
     * @param passedOver the handling rules tried before, in order, each with its reason
     * @param watching the watching rules that fit, in their order
     */
    public record Verdict(Optional<Row> taken, List<PassedOver> passedOver, List<Row> watching) {
        public Verdict {
            passedOver = List.copyOf(passedOver);
            watching = List.copyOf(watching);
        }
    }

    private final int edition;
    private final Handling project;
    private final List<Row> rows;
    /** For each folder the places in the sheet of the rules that stand on it, and of those that stand on it with what is below. */
    private final Map<FolderId, List<Integer>> here = new HashMap<>();
    private final Map<FolderId, List<Integer>> below = new HashMap<>();

    /**
     * @param edition which edition of the sheet
     * @param project what happens at a station a rule leaves to the project
     */
    public RuleSheet(int edition, Handling project, List<Row> rows) {
        this.edition = edition;
        this.project = project;
        this.rows = List.copyOf(rows);
        for (int i = 0; i < this.rows.size(); i++) {
            for (Where.Standing place : this.rows.get(i).rule().where().places()) {
                (place.withBelow() ? below : here).computeIfAbsent(place.folder(), k -> new ArrayList<>()).add(i);
            }
        }
    }

    public int edition() {
        return edition;
    }

    public Handling project() {
        return project;
    }

    public List<Row> rows() {
        return rows;
    }

    /** What a rule of this sheet does at each station. */
    public Handling handling(HandlingRule rule) {
        return rule.plan().over(project);
    }

    public Verdict judge(ArrivalFacts arrival) {
        return judge(arrival, standingOn(arrival.pathUp()));
    }

    /** The same, with the rules that do not stand on the folder among those passed over. */
    public Verdict explain(ArrivalFacts arrival) {
        return judge(arrival, rows);
    }

    private Verdict judge(ArrivalFacts arrival, List<Row> tried) {
        List<PassedOver> passedOver = new ArrayList<>();
        List<Row> watching = new ArrayList<>();
        Optional<Row> taken = Optional.empty();
        for (Row row : tried) {
            boolean speaks = row.rule() instanceof WatchingRule;
            if (!speaks && taken.isPresent()) {
                continue;
            }
            Optional<String> reason = unmet(row.rule(), arrival);
            if (speaks && reason.isEmpty()) {
                watching.add(row);
            } else if (!speaks && reason.isEmpty()) {
                taken = Optional.of(row);
            } else if (!speaks) {
                passedOver.add(new PassedOver(row.ruleId(), row.rule().name(), reason.get()));
            }
        }
        return new Verdict(taken, passedOver, watching);
    }

    /** Why a rule does not fit an arrival, as a clause; empty if it fits. */
    public Optional<String> unmet(Rule rule, ArrivalFacts arrival) {
        if (!rule.where().covers(arrival.pathUp())) {
            return Optional.of("it does not stand on this folder");
        }
        List<String> patterns = rule instanceof HandlingRule handling ? handling(handling).identify().namePatterns() : List.of();
        return rule.which().unmet(arrival, new ArrivalValues(arrival, patterns));
    }

    /** What is known of an arrival that a watching rule fits: beside what it came with, what the names the rule asks for say. */
    public FieldValues known(WatchingRule rule, ArrivalFacts arrival) {
        ArrivalValues known = new ArrivalValues(arrival, List.of());
        rule.which().unmet(arrival, known);
        return known.all();
    }

    /** The rows that stand on a folder, given as itself, its parent, … up to the root, in their order. */
    public List<Row> standingOn(List<FolderId> pathUp) {
        SortedMap<Integer, Row> found = new TreeMap<>();
        for (FolderId folder : pathUp) {
            below.getOrDefault(folder, List.of()).forEach(i -> found.put(i, rows.get(i)));
        }
        if (!pathUp.isEmpty()) {
            here.getOrDefault(pathUp.getFirst(), List.of()).forEach(i -> found.put(i, rows.get(i)));
        }
        return List.copyOf(found.values());
    }

    /** Whether a handling rule stands on a folder, which makes it an intake folder. */
    public boolean intake(List<FolderId> pathUp) {
        return standingOn(pathUp).stream().anyMatch(row -> row.rule() instanceof HandlingRule);
    }
}
