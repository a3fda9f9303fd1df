package app.pervius.core.passage;

/** How a passage ends. */
public enum End {
    /** Its files are where they should come to, current where they have a number. */
    ISSUED,
    /** A decision sent it back to its author. */
    RETURNED,
    /** It went back to its author before anybody decided: the rule says so, or somebody took that way out. */
    SENT_BACK,
    /** It was taken out of the flow; its files stay where they lie. */
    TAKEN_OUT,
    /** No rule takes it, and it was left where it lies, as the project or the folder says. */
    LEFT
}
