package app.pervius.server.people;

/** A person has left a project, in the transaction in which it happens. */
public record PersonLeft(long project, long person) {
}
