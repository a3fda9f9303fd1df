package app.pervius.server.reviews;

/** Something done in a review; {@code turn} names what the caller saw. */
public record TurnEntry(int turn) {
}
