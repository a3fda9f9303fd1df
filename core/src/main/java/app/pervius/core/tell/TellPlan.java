package app.pervius.core.tell;

import java.util.List;

/** Whom a rule tells on which occasion. Deciders are told of their step and controllers of a stop without being named here. */
public record TellPlan(List<Audience> onArrival, List<Audience> onReturn, List<Audience> onIssue) {

    public static final TellPlan NOBODY = new TellPlan(List.of(), List.of(), List.of());

    public TellPlan {
        onArrival = List.copyOf(onArrival);
        onReturn = List.copyOf(onReturn);
        onIssue = List.copyOf(onIssue);
    }

    /** Whom the plan names for an occasion. */
    public List<Audience> on(Occasion occasion) {
        return switch (occasion) {
            case ARRIVED -> onArrival;
            case RETURNED -> onReturn;
            case ISSUED -> onIssue;
            case TO_DECIDE, TO_RELEASE, REMINDED, ESCALATED, REOPENED, STOPPED -> List.of();
        };
    }
}
