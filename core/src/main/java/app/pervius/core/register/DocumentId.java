package app.pervius.core.register;

/** A document: one controlled number for life. */
public record DocumentId(long value) {
}
