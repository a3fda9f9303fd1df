package app.pervius.core.pattern;

/**
 * What is wrong with a pattern as written.
 *
 * @param position where, 0-based, in UTF-16 units of the pattern's text
 * @param message what is wrong there, in a sentence
 */
public record PatternFault(int position, String message) {
}
