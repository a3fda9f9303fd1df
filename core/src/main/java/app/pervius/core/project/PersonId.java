package app.pervius.core.project;

/** A person who has to do with a project. */
public record PersonId(long value) {
}
