package app.pervius.server.folders;

/**
 * A file left its folder for another, or got another name where it lies; said in the transaction in which it did.
 *
 * @param was its id before
 * @param is its id now, the same where only its name is another
 */
public record FileWent(long was, long is) {
}
