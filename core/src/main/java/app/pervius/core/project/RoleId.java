package app.pervius.core.project;

/** A role of a project, such as lead civil engineer. */
public record RoleId(long value) {
}
