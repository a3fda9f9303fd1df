package app.pervius.core.identify;

import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Reading;
import app.pervius.core.register.RevisionCode;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;

/**
 * A controlled number standing whole in a name: {@code KWR-FNK-C-DR-0012} stands in {@code …-0012 P02 plan}, not in
 * {@code …-00123}.
 *
 * @param number the number
 * @param revision the revision code written behind it, if one is
 */
public record NumberInName(String number, Optional<RevisionCode> revision) {

    private static final java.util.regex.Pattern REVISION_BEHIND =
            java.util.regex.Pattern.compile("[-_ .(\\[]*(?:rev[-_ .]*)?([A-Z]\\d{2})(?![\\p{L}\\p{N}])",
                    java.util.regex.Pattern.CASE_INSENSITIVE);

    /** The first number in {@code name} that one of the patterns can read whole. */
    public static Optional<NumberInName> find(String name, List<Pattern> patterns) {
        for (int from = 0; from < name.length(); from++) {
            if (from > 0 && Character.isLetterOrDigit(name.charAt(from - 1))) {
                continue;
            }
            for (Pattern pattern : patterns) {
                Reading reading = pattern.readFrom(name, from,
                        end -> end == name.length() || !Character.isLetterOrDigit(name.charAt(end)));
                if (reading instanceof Reading.Fits fits) {
                    return Optional.of(read(name, from, fits.end()));
                }
            }
        }
        return Optional.empty();
    }

    private static NumberInName read(String name, int from, int end) {
        String behind = name.substring(end);
        Matcher m = REVISION_BEHIND.matcher(behind);
        Optional<RevisionCode> revision = m.lookingAt()
                ? RevisionCode.read(m.group(1).toUpperCase(java.util.Locale.ROOT)) : Optional.empty();
        return new NumberInName(name.substring(from, end), revision);
    }
}
