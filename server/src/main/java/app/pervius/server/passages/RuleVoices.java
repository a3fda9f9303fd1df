package app.pervius.server.passages;

import app.pervius.core.tell.Occasion;
import java.util.Collection;
import java.util.Map;

/** What rules tell of a passage; the feature that keeps rules speaks. */
public interface RuleVoices {

    /**
     * Tells everybody the passage's rule and the watching rules name for an occasion, once each, in the transaction of what it tells of.
     *
     * @param known merge fields beyond those of the passage itself
     * @param usual what is said where a rule has no text of its own
     * @param except people who are told of it in another way
     */
    void speak(PassageFacts passage, Occasion occasion, Map<String, String> known, String usual, Collection<Long> except);

    /** Whether any rule in force speaks on an occasion. */
    boolean heard(long project, Occasion occasion);
}
