package app.pervius.core.passage;

/** What a rule says of a PDF that cannot be opened: locked with a password, or damaged. */
public enum Unreadable {
    /** It is written on the passage, which goes on. */
    NOTE,
    /** The passage is stopped. */
    STOP,
    /** It goes back to its author. */
    RETURN
}
