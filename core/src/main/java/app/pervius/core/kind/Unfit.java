package app.pervius.core.kind;

/** What was given makes nothing of its kind; the message says why, as a sentence. */
public final class Unfit extends RuntimeException {
    public Unfit(String sentence) {
        super(sentence);
    }
}
