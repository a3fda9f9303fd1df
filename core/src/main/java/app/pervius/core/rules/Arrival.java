package app.pervius.core.rules;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import java.util.List;
import java.util.stream.Collectors;

/** Station Arrive: the rule sheet judges, and the passage has its rule or is stopped. */
public final class Arrival {

    /** The rule that takes the arrival, in its edition. */
    public record TakenBy(RuleSheet.Row row) {
    }

    private Arrival() {
    }

    public static Outcome<TakenBy> decide(ArrivalFacts arrival, RuleSheet sheet) {
        RuleSheet.Verdict verdict = sheet.judge(arrival);
        return verdict.taken()
                .<Outcome<TakenBy>>map(row -> new Outcome.Passed<>(List.of(new TakenBy(row)),
                        "Taken by rule “" + row.rule().name() + "”, edition " + row.edition() + "."))
                .orElseGet(() -> nobody(verdict, sheet.standingOn(arrival.pathUp())));
    }

    private static Outcome<TakenBy> nobody(RuleSheet.Verdict verdict, List<RuleSheet.Row> standing) {
        List<String> names = standing.stream().map(row -> row.rule().name()).toList();
        String why = verdict.passedOver().stream().filter(p -> names.contains(p.rule()))
                .map(p -> "“" + p.rule() + "”: " + p.reason()).collect(Collectors.joining("; "));
        String sentence = "No rule takes this. " + (why.isEmpty() ? "No rule stands on the folder any more." : "Tried " + why + ".");
        return Outcome.stopped(StopReason.Code.NO_RULE, sentence, WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }
}
