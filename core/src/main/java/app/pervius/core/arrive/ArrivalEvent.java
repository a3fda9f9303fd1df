package app.pervius.core.arrive;

/** How a file came to be in a folder. */
public enum ArrivalEvent {
    NEW_FILE("a new file"),
    /** A newer file of the same name in the same folder. */
    NEW_VERSION("a new version"),
    MOVED_IN("moved in"),
    COPIED_IN("copied in"),
    SENT_BY_HAND("sent by hand"),
    /** Pervius itself placed it there; only a rule that asks for it takes that for an arrival. */
    PLACED("placed by Pervius");

    private final String label;

    ArrivalEvent(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
