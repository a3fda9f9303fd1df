package app.pervius.server.passages;

import java.util.List;

/**
 * A passage has placed files in folders, in the transaction in which it did.
 *
 * @param files the files as they lie there, by id
 * @param by the rule that placed them, in words
 */
public record FilesPlaced(PassageFacts passage, List<Long> files, String by) {
    public FilesPlaced {
        files = List.copyOf(files);
    }
}
