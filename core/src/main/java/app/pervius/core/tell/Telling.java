package app.pervius.core.tell;

import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.NameParts;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Writing;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.util.List;
import java.util.Optional;

/**
 * Who is told on an occasion, and in which words.
 *
 * @param text a pattern with merge fields, see {@link #mergeFields}; empty for what is usually said
 * @param pace how soon; empty for as the project says. What asks somebody to decide is told at once whatever is said
 * @param envelope empty for a plain one
 */
public record Telling(Occasion occasion, List<Audience> whom, String text, Optional<Pace> pace, Optional<Envelope> envelope) {

    /** The most characters a text may have. */
    public static final int LONGEST = 500;

    private static final List<Field> OWN_FIELDS = List.of(text("number", "number"), text("revision", "revision"),
            text("status", "status code"),
            text("title", "title"), text("name", "name it came under"), text("author", "author"), text("firm", "the author's firm"),
            text("folder", "folder"),
            text("submission", "submission"), text("purpose", "purpose"), text("rule", "rule"), text("decision", "decision"),
            text("reason", "reason"));

    public Telling {
        whom = List.copyOf(whom);
    }

    /** As soon as the project says, in a plain envelope. */
    public Telling(Occasion occasion, List<Audience> whom, String text) {
        this(occasion, whom, text, Optional.empty(), Optional.empty());
    }

    /** Who gets it in copy. */
    public List<Audience> inCopy() {
        return envelope.map(Envelope::inCopy).orElse(List.of());
    }

    /** The subject's pattern; empty for the usual one. */
    public String subject() {
        return envelope.map(Envelope::subject).orElse("");
    }

    public boolean important() {
        return envelope.map(Envelope::important).orElse(false);
    }

    /** What a text may name: the project's fields, and what is known of the passage. */
    public static Fields mergeFields(Fields ofTheProject) {
        return ofTheProject.remember(Telling.class, Fields.class, () -> ofTheProject.orElse(List.of(NameParts.DAY)).with(OWN_FIELDS));
    }

    /**
     * Fills in the merge fields of a text or subject: {@code usual} where there is none, or where it cannot be read. A field nothing is
     * known
     * of is written as a dash.
     */
    public static String write(String pattern, FieldValues known, String usual, Fields ofTheProject) {
        if (pattern.isBlank() || !(Pattern.compile(pattern, mergeFields(ofTheProject)) instanceof Compiled.Sound(Pattern sound))) {
            return usual;
        }
        FieldValues all = known;
        for (int tries = 0; tries < 2; tries++) {
            switch (sound.writeFreely(all)) {
                case Writing.Written(String written) -> {
                    return written;
                }
                case Writing.Missing(List<String> keys) -> {
                    for (String key : keys) {
                        all = all.with(key, "—");
                    }
                }
                case Writing.Unfit unfit -> {
                    return usual;
                }
            }
        }
        return usual;
    }

    private static Field text(String key, String label) {
        return new Field(key, label, new FieldKind.Text(), 200);
    }
}
