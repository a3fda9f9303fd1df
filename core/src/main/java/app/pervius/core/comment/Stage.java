package app.pervius.core.comment;

/** How far a comment is. */
public enum Stage { OPEN, ANSWERED, CLOSED }
