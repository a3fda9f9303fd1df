package app.pervius.server.folders;

/** A folder got another name or lies in another folder, with everything in it; said in the transaction in which it did. */
public record FolderWent(long folder) {
}
