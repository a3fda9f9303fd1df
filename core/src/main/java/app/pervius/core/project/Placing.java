package app.pervius.core.project;

/**
 * Where a revision is issued to, and what it may be used for there.
 *
 * @param path a path pattern that leads to a folder below {@code folder}; empty for that folder itself
 */
public record Placing(FolderId folder, String statusCode, String path) {
}
