package app.pervius.core.passage;

import java.util.Optional;

/**
 * What the review of a passage came to.
 *
 * @param code the digit of its decision code
 * @param toAuthor whether the route sends it back, whatever the code calls for elsewhere
 * @param statusCode the status code the route calls for
 */
public record Decision(int code, boolean toAuthor, Optional<String> statusCode) {
}
