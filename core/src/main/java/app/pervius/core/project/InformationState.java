package app.pervius.core.project;

/** What a folder stands for, after the information states of ISO 19650. */
public enum InformationState {
    WORK_IN_PROGRESS("Work in progress"),
    SHARED("Shared"),
    PUBLISHED("Published"),
    ARCHIVE("Archive");

    private final String label;

    InformationState(String label) {
        this.label = label;
    }

    /** The state as it is written on screens and in messages. */
    public String label() {
        return label;
    }

    /** Whether a document may have at most one current revision in folders of this state. */
    public boolean holdsOneCurrentRevision() {
        return this == SHARED || this == PUBLISHED;
    }
}
