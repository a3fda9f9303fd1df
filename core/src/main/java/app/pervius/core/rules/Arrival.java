package app.pervius.core.rules;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import java.util.List;
import java.util.stream.Collectors;

/** Station Arrive: the rule sheet judges, and the passage has its rule or is stopped. */
public final class Arrival {

    /** The rule that takes the arrival, in its edition and that of the sheet. */
    public record TakenBy(RuleSheet.Row row, int sheet) {
    }

    private Arrival() {
    }

    /**
     * @param mayBeLeft whether it may be left where it lies if no rule takes it: not what a person has sent on a way, nor what was on its
     *     way under a rule already, which is stopped then
     */
    public static Outcome<TakenBy> decide(ArrivalFacts arrival, RuleSheet sheet, boolean mayBeLeft) {
        RuleSheet.Verdict verdict = sheet.judge(arrival);
        return verdict.taken()
                .<Outcome<TakenBy>>map(row -> new Outcome.Passed<>(List.of(new TakenBy(row, sheet.edition())),
                        "Taken by rule “" + row.rule().name() + "”, edition " + row.edition() + ".",
                        "Will be taken by rule “" + row.rule().name() + "”" + (row.edition() == 0 ? "" : ", edition " + row.edition())
                        + "."))
                .orElseGet(() -> nobody(verdict, mayBeLeft ? sheet.project().untaken().in(arrival.pathUp()) : Untaken.Then.STOP));
    }

    private static Outcome<TakenBy> nobody(RuleSheet.Verdict verdict, Untaken.Then then) {
        String why = verdict.passedOver().stream().map(p -> "“" + p.rule() + "”: " + p.reason()).collect(Collectors.joining("; "));
        String sentence = "No rule takes this. " + (why.isEmpty() ? "No rule stands on the folder any more." : "Tried " + why + ".");
        return switch (then) {
            case STOP -> Outcome.stopped(StopReason.Code.NO_RULE, sentence, WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.SEND_BACK,
                    WayOut.TAKE_OUT);
            case LEAVE -> new Outcome.Left<>(sentence, false);
            case LEAVE_AND_TELL -> new Outcome.Left<>(sentence, true);
        };
    }
}
