package app.pervius.core.project;

/** A firm that takes part in a project. */
public record FirmId(long value) {
}
