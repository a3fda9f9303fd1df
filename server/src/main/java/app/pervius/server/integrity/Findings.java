package app.pervius.server.integrity;

import java.util.ArrayList;
import java.util.List;

/** What one examination has looked at and found. Made, filled once, read. */
public final class Findings {

    /** The most sentences kept; beyond them only the number is. */
    private static final int MOST = 100;

    private final List<String> sentences = new ArrayList<>();
    private long looked;
    private long found;

    /** So many things were looked at. */
    public void lookedAt(long things) {
        looked += things;
    }

    /** Something is not as it must be. */
    public void add(String sentence) {
        found++;
        if (sentences.size() < MOST) {
            sentences.add(sentence);
        }
    }

    long looked() {
        return looked;
    }

    long found() {
        return found;
    }

    List<String> sentences() {
        return List.copyOf(sentences);
    }
}
