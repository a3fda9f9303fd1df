package app.pervius.core.rules;

import app.pervius.core.project.FolderId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The handling rules in force, tried from the top; the first that fits takes the arrival, and only that one. */
public record RuleSheet(List<Row> rows) {

    /**
     * A rule in force.
     *
     * @param edition which edition of the rule
     */
    public record Row(long ruleId, int edition, HandlingRule rule) {
    }

    /** A rule that did not take the arrival, and the first reason why. */
    public record PassedOver(String rule, String reason) {
    }

    /**
     * What the sheet says of an arrival.
     *
     * @param taken the rule that takes it
     * @param passedOver the rules tried before, in order, each with its reason
     */
    public record Verdict(Optional<Row> taken, List<PassedOver> passedOver) {
    }

    public RuleSheet {
        rows = List.copyOf(rows);
    }

    public Verdict judge(ArrivalFacts arrival) {
        List<PassedOver> passedOver = new ArrayList<>();
        for (Row row : rows) {
            Optional<String> reason = row.rule().where().covers(arrival.pathUp())
                    ? row.rule().which().unmet(arrival)
                    : Optional.of("it does not stand on this folder");
            if (reason.isEmpty()) {
                return new Verdict(Optional.of(row), passedOver);
            }
            passedOver.add(new PassedOver(row.rule().name(), reason.get()));
        }
        return new Verdict(Optional.empty(), passedOver);
    }

    /** The rows that stand on a folder, given as itself, its parent, … up to the root. A folder with any is an intake folder. */
    public List<Row> standingOn(List<FolderId> pathUp) {
        return rows.stream().filter(row -> row.rule().where().covers(pathUp)).toList();
    }
}
