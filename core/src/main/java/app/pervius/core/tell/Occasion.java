package app.pervius.core.tell;

/** What a message is about. */
public enum Occasion {
    ARRIVED("arrived"),
    TO_DECIDE("waiting for your decision"),
    /** A decision was reopened, and it is asked for anew. */
    TO_DECIDE_AGAIN("open again, waiting for your decision"),
    PASSED_ON("passed on to you for your decision"),
    TO_RELEASE("waiting for your release"),
    REMINDED("still waiting for your decision"),
    ESCALATED("late"),
    REOPENED("decision withdrawn, open again"),
    /** Whoever sent it took it back before anybody decided. */
    TAKEN_BACK("taken back, nothing to decide"),
    /** Files were split off a review or joined with it. */
    REARRANGED("to be decided in another review"),
    RETURNED("back to the author"),
    ISSUED("issued"),
    STOPPED("stopped");

    private final String label;

    Occasion(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
