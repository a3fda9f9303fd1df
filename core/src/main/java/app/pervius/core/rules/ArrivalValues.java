package app.pervius.core.rules;

import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.FieldValues;
import java.util.List;
import java.util.Optional;

/** What fields have as values while one rule is tried: what is known of the arrival, and else what the rule's patterns read in its name. */
final class ArrivalValues {

    private final ArrivalFacts arrival;
    private final List<String> patterns;
    private FieldValues read = FieldValues.NONE;
    private boolean tried;

    ArrivalValues(ArrivalFacts arrival, List<String> patterns) {
        this.arrival = arrival;
        this.patterns = patterns;
    }

    Optional<String> value(String field) {
        Optional<String> known = arrival.values().get(field);
        return known.isPresent() ? known : read().get(field);
    }

    FieldValues all() {
        return read().with(arrival.values());
    }

    /** What a pattern of a condition reads is known to the conditions after it. */
    void learn(FieldValues values) {
        read = read().with(values);
    }

    private FieldValues read() {
        if (!tried) {
            tried = true;
            for (String text : patterns) {
                if (Pattern.sound(text, arrival.nameFields()).read(arrival.baseName()) instanceof Reading.Fits fits) {
                    read = fits.values();
                    break;
                }
            }
        }
        return read;
    }
}
