package app.pervius.server.passages;

/** Nothing of the submission can go further by itself for now; told inside a transaction of its own. */
public record SubmissionSettled(long submission) {
}
