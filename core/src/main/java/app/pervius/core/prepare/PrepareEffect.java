package app.pervius.core.prepare;

/** What station Prepare wants done. Files are named by their place among the revision's files, 0-based. */
public sealed interface PrepareEffect {

    /**
     * The file people read.
     *
     * @param copy whether its readable copy is read instead of itself
     */
    record ReadHere(int file, boolean copy) implements PrepareEffect {
    }

    /** The passage goes on once the malware scanner has answered about a file. */
    record AwaitScan(int file) implements PrepareEffect {
    }

    /**
     * The PDF that is read of a file is put where the rule says.
     *
     * @param copy whether it is its readable copy; else it is itself a PDF
     */
    record Keep(int file, boolean copy) implements PrepareEffect {
    }

    /** A readable copy is to be made of a file. */
    record MakeCopy(int file) implements PrepareEffect {
    }
}
