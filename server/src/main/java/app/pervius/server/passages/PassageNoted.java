package app.pervius.server.passages;

/**
 * Something was done beside the way of a passage, in the transaction in which it was; it is written on its journal.
 *
 * @param account what, in a sentence
 */
public record PassageNoted(long passage, String account) {
}
