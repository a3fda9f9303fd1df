package app.pervius.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;

/** The virtual machine's own log of its collections, as {@code -Xlog:gc:file=…} writes it. */
final class HeapLog {

    private static final Pattern COLLECTION = Pattern.compile("(?m)^\\[([0-9.]+)s\\].* (\\d+)M->(\\d+)M\\(\\d+M\\)");

    /**
     * A collection.
     *
     * @param at seconds since the start
     * @param before megabytes in use before it
     * @param after megabytes in use after it
     */
    record Collection(double at, double before, double after) {
    }

    private HeapLog() {
    }

    static List<Collection> read(Path log) throws IOException {
        return COLLECTION.matcher(Files.readString(log)).results().map(m -> new Collection(Double.parseDouble(m.group(1)),
                Double.parseDouble(m.group(2)), Double.parseDouble(m.group(3)))).toList();
    }
}
