package app.pervius.core.tell;

/** What a message is about. */
public enum Occasion {
    ARRIVED("arrived"),
    TO_DECIDE("waiting for your decision"),
    TO_RELEASE("waiting for your release"),
    REMINDED("still waiting for your decision"),
    ESCALATED("late"),
    REOPENED("decided anew"),
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
