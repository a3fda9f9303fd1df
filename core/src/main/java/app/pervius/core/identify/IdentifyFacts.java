package app.pervius.core.identify;

import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.RevisionCode;
import app.pervius.core.register.RevisionSequences;
import java.util.List;
import java.util.Optional;

/**
 * What station Identify decides by.
 *
 * @param asks fields that must have a value, by key
 * @param sequence the revision sequence the rule wants, if it wants one
 * @param titleBlock what the title block says, where the rule compares it and nobody has said that it may differ
 * @param sameName the document that a file of the same name in the same folder is, unless somebody has said that this is another
 * @param already the revision its files are of, where they were sent on by hand and are of one
 */
public record IdentifyFacts(Coming coming, Fields fields, List<String> asks, Patterns patterns, Checks checks, RevisionSequences sequences,
        Optional<String> sequence, Optional<Already> already, Optional<TitleBlock> titleBlock, Optional<KnownDocument> sameName) {

    /**
     * What comes.
     *
     * @param baseName the name without its ending
     * @param firm the author's
     * @param known values that hold whatever the name says: of the folder, of the author's firm, given by hand
     */
    public record Coming(String baseName, FirmId firm, String firmName, FieldValues known) {
    }

    /**
     * How names are read.
     *
     * @param names how the rule reads names, the first that fits; none when names say nothing
     * @param numbers how the project's numbers are built, to find one in the name
     */
    public record Patterns(List<Pattern> names, List<Pattern> numbers) {
        public Patterns {
            names = List.copyOf(names);
            numbers = List.copyOf(numbers);
        }
    }

    /** A revision that has come before. */
    public record Already(KnownDocument document, RevisionCode code) {
    }

    public IdentifyFacts {
        asks = List.copyOf(asks);
    }
}
