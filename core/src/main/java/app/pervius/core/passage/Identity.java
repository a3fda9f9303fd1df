package app.pervius.core.passage;

import app.pervius.core.project.FieldValues;
import java.util.Optional;

/**
 * What a passage is known as by now.
 *
 * @param baseName the name it came under without ending, or as somebody put it right
 * @param given values given by hand, which win over all others
 * @param values all values known so far
 * @param rule the rule that has it; empty before one took it, and where none did
 * @param revision the document it is a revision of; empty before it has a number
 * @param readFile which of its files people read, 0-based
 */
public record Identity(String baseName, String title, FieldValues given, FieldValues values, Optional<TakenBy> rule,
        Optional<Revision> revision,
        Optional<Integer> readFile) {

    /** The most characters of a title; what is longer is cut. */
    public static final int LONGEST_TITLE = 400;

    /**
     * A revision of a document.
     *
     * @param document the document's id
     * @param code the revision code
     * @param cycle counts how often the document came, from 1
     */
    public record Revision(long document, String number, String code, int cycle) {
    }

    public Identity {
        title = title.length() > LONGEST_TITLE ? title.substring(0, LONGEST_TITLE) : title;
    }

    /** What came under a name, before anything is known of it. */
    public static Identity named(String baseName, FieldValues given) {
        return new Identity(baseName, baseName, given, FieldValues.NONE, Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** The same after a change; one that does not touch what it is known as leaves it as it is. */
    Identity with(Change change) {
        return switch (change) {
            case Change.RuleTakes(TakenBy by) -> takenBy(by);
            case Change.Titled(String other) -> new Identity(baseName, other, given, values, rule, revision, readFile);
            case Change.Valued(FieldValues others) -> new Identity(baseName, title, given, others, rule, revision, readFile);
            case Change.Numbered(Revision its) -> new Identity(baseName, title, given, values, rule, Optional.of(its), readFile);
            case Change.ReadHere(int file) -> new Identity(baseName, title, given, values, rule, revision, Optional.of(file));
            case Change.Ended ended -> this;
        };
    }

    Identity takenBy(TakenBy by) {
        return new Identity(baseName, title, given, values, Optional.of(by), revision, readFile);
    }

    /** Read under another name, as it should have been. */
    Identity renamed(String right) {
        return new Identity(right, title, given, values, rule, revision, readFile);
    }

    /** With values somebody gave by hand. */
    Identity given(FieldValues more) {
        return new Identity(baseName, title, given.with(more), values.with(more), rule, revision, readFile);
    }
}
