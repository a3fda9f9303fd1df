package app.pervius.core.number;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Writing;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.register.RevisionCode;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Station Number: a document without a number gets one; one that has a number never gets another. */
public final class Numbering {

    /** How many numbers already taken over from elsewhere are passed over before numbering gives up. */
    private static final int MOST_PASSED_OVER = 10_000;

    private Numbering() {
    }

    /**
     * @param has the number the document already has
     * @param values the fields of the passage
     * @param scheme the scheme of the rule, if the project still has it
     */
    public static Outcome<NumberEffect> decide(Optional<String> has, FieldValues values, Optional<Scheme> scheme, Fields fields, Ledger ledger) {
        if (has.isPresent()) {
            return new Outcome.Passed<>(List.of(), "It has its number: " + has.get() + ".");
        }
        if (scheme.isEmpty()) {
            return Outcome.stopped(StopReason.Code.SCHEME_MISSING, "The rule names no number scheme that the project has.",
                    WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
        }
        Set<String> missing = missing(scheme.get(), values, fields);
        if (!missing.isEmpty()) {
            return missingFields(scheme.get(), missing, fields);
        }
        return assign(scheme.get(), values, fields, ledger);
    }

    private static Outcome<NumberEffect> assign(Scheme scheme, FieldValues values, Fields fields, Ledger ledger) {
        Pattern pattern = Pattern.sound(scheme.pattern(), Scheme.fields(fields));
        String combination = scheme.countsPer().stream().map(key -> values.get(key).orElseThrow()).collect(Collectors.joining("·"));
        CounterKey counter = new CounterKey(scheme.key(), combination);
        long next = ledger.next(counter, scheme.start());
        for (long value = next; value < next + MOST_PASSED_OVER; value++) {
            switch (pattern.write(values.with(Scheme.COUNTER, Long.toString(value)))) {
                case Writing.Written(String number) -> {
                    if (!ledger.knows(number)) {
                        return new Outcome.Passed<>(List.of(new NumberEffect.Assign(number, counter, value, new RevisionCode('P', 1))),
                                "Numbered " + number + " by scheme “" + scheme.name() + "”, edition " + scheme.edition() + ".");
                    }
                }
                case Writing.Missing(List<String> keys) -> throw new IllegalStateException("missing after the check: " + keys);
                case Writing.Unfit unfit -> {
                    return unfit(scheme, unfit, fields);
                }
            }
        }
        throw new IllegalStateException(MOST_PASSED_OVER + " numbers in a row were taken already: " + counter);
    }

    private static Set<String> missing(Scheme scheme, FieldValues values, Fields fields) {
        Set<String> wanted = new TreeSet<>(scheme.countsPer());
        if (Pattern.sound(scheme.pattern(), Scheme.fields(fields))
                .write(values.with(Scheme.COUNTER, "1")) instanceof Writing.Missing(List<String> keys)) {
            wanted.addAll(keys);
        }
        wanted.removeIf(key -> values.get(key).isPresent());
        return wanted;
    }

    private static Outcome<NumberEffect> missingFields(Scheme scheme, Set<String> missing, Fields fields) {
        String names = missing.stream().map(fields::label).map(label -> "“" + label + "”").collect(Collectors.joining(" and "));
        return new Outcome.Stopped<>(new StopReason(StopReason.Code.FIELD_MISSING,
                "Scheme “" + scheme.name() + "” needs " + names + ", and nothing says what it is.", List.copyOf(missing)),
                List.of(WayOut.GIVE_FIELDS, WayOut.PUT_NAME_RIGHT, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT));
    }

    private static Outcome<NumberEffect> unfit(Scheme scheme, Writing.Unfit unfit, Fields fields) {
        if (unfit.field().equals(Scheme.COUNTER)) {
            return Outcome.stopped(StopReason.Code.COUNTER_FULL, "The counter of scheme “" + scheme.name() + "” is full: "
                    + unfit.value() + " does not fit, it takes " + unfit.expected() + ".",
                    WayOut.TRY_AGAIN, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
        }
        return new Outcome.Stopped<>(new StopReason(StopReason.Code.FIELD_MISSING, "“" + fields.label(unfit.field()) + "” is “"
                + unfit.value() + "”; scheme “" + scheme.name() + "” takes " + unfit.expected() + ".", List.of(unfit.field())),
                List.of(WayOut.GIVE_FIELDS, WayOut.PUT_NAME_RIGHT, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT));
    }
}
