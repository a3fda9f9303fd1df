package app.pervius.server.passages;

/** A passage that had come to its end is under review again. */
public record PassageReopened(long passage) {
}
