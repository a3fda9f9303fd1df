package app.pervius.core.tell;

import java.util.List;

/**
 * How a telling goes out beside whom it is for and what it says.
 *
 * @param subject a pattern with merge fields, as a text is; empty for the usual one
 * @param inCopy who gets it beside those it is for; everybody on it sees who else got it
 * @param important whether it says so of itself
 */
public record Envelope(String subject, List<Audience> inCopy, boolean important) {

    /** The usual subject, nobody in copy, ordinary. */
    public static final Envelope PLAIN = new Envelope("", List.of(), false);
    /** The most characters a subject may have. */
    public static final int LONGEST_SUBJECT = 200;

    public Envelope {
        inCopy = List.copyOf(inCopy);
    }
}
