package app.pervius.core.review;

/**
 * How a review ends for one revision.
 *
 * @param toAuthor whether it goes back to its author whatever the code calls for elsewhere
 */
public record Ending(int code, boolean toAuthor) {
}
