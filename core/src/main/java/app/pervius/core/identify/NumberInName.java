package app.pervius.core.identify;

import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.FieldValues;
import app.pervius.core.register.RevisionCode;
import app.pervius.core.register.RevisionSequences;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;

/**
 * A controlled number standing whole in a name: {@code KWR-FNK-C-DR-0012} stands in {@code …-0012 P02 plan}, not in
 * {@code …-00123}.
 *
 * @param number the number
 * @param values what the number says, read apart
 * @param revision the revision code written behind it, if one is
 * @param rest what else the name says behind both
 */
public record NumberInName(String number, FieldValues values, Optional<RevisionCode> revision, String rest) {

    private static final java.util.regex.Pattern REVISION_BEHIND = java.util.regex.Pattern.compile(
            "[-_ .(\\[]*(?:rev(?:ision)?[-_ .]*)?([A-Z]{0,3}\\d{0,3}(?:\\.\\d{1,2})?)(?![\\p{L}\\p{N}])",
            java.util.regex.Pattern.CASE_INSENSITIVE);
    private static final java.util.regex.Pattern BETWEEN = java.util.regex.Pattern.compile("^[-_ .()\\[\\]]+|[-_ .()\\[\\]]+$");

    /** The first number in {@code name} that one of the patterns can read whole. */
    public static Optional<NumberInName> find(String name, List<Pattern> patterns, RevisionSequences sequences) {
        for (int from = 0; from < name.length(); from++) {
            if (from > 0 && Character.isLetterOrDigit(name.charAt(from - 1))) {
                continue;
            }
            for (Pattern pattern : patterns) {
                Reading reading = pattern.readFrom(name, from,
                        end -> end == name.length() || !Character.isLetterOrDigit(name.charAt(end)));
                if (reading instanceof Reading.Fits(FieldValues values, int end)) {
                    return Optional.of(read(name, from, end, values, sequences));
                }
            }
        }
        return Optional.empty();
    }

    private static NumberInName read(String name, int from, int end, FieldValues values, RevisionSequences sequences) {
        String behind = name.substring(end);
        Matcher m = REVISION_BEHIND.matcher(behind);
        Optional<RevisionCode> revision = m.lookingAt() ? sequences.read(m.group(1).toUpperCase(Locale.ROOT)) : Optional.empty();
        String rest = revision.isPresent() ? behind.substring(m.end()) : behind;
        return new NumberInName(name.substring(from, end), values, revision, BETWEEN.matcher(rest).replaceAll(""));
    }
}
