package app.pervius.core.project;

/** A folder of a project, whatever it is called and wherever it is moved. */
public record FolderId(long value) {
}
