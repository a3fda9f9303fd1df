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
 */
public record Telling(Occasion occasion, List<Audience> whom, String text, Optional<Pace> pace) {

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

    /** As soon as the project says. */
    public Telling(Occasion occasion, List<Audience> whom, String text) {
        this(occasion, whom, text, Optional.empty());
    }

    /** What a text may name: the project's fields, and what is known of the passage. */
    public static Fields mergeFields(Fields ofTheProject) {
        return ofTheProject.remember(Telling.class, Fields.class, () -> ofTheProject.orElse(List.of(NameParts.DAY)).with(OWN_FIELDS));
    }

    /**
     * What is said of one passage: the text with its merge fields filled in, or {@code usual} where there is no text. A field nothing is
     * known
     * of is written as a dash.
     */
    public String write(FieldValues known, String usual, Fields ofTheProject) {
        if (text.isBlank() || !(Pattern.compile(text, mergeFields(ofTheProject)) instanceof Compiled.Sound(Pattern pattern))) {
            return usual;
        }
        FieldValues all = known;
        for (int tries = 0; tries < 2; tries++) {
            switch (pattern.writeFreely(all)) {
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
