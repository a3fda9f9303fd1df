package app.pervius.core.prepare;

/** What the malware scanner says of a file. */
public sealed interface Scan {

    /** It may be opened: it is clean, or nobody is asked. */
    record Open() implements Scan {
    }

    /** It has not answered yet. */
    record Waiting() implements Scan {
    }

    /** @param what it found, as it calls that */
    record Found(String what) implements Scan {
    }
}
