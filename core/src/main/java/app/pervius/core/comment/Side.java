package app.pervius.core.comment;

/** On which side of a review somebody stands. */
public enum Side {
    /** Those who decide, and document controllers. */
    REVIEWING,
    /** The author's firm, and whoever else may only read. */
    SENDING
}
