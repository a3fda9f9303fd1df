package app.pervius.core.number;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Wait;
import app.pervius.core.passage.WayOut;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Writing;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.register.RevisionCode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Station Number: a document without a number gets one; one that has a number never gets another. */
public final class Numbering {

    /** How many numbers that stand in the ledger already are passed over before numbering gives up. */
    private static final int MOST_PASSED_OVER = 10_000;

    private Numbering() {
    }

    /**
     * @param has the number the document already has
     * @param values the fields of the passage, with what other systems have answered
     * @param numbers whether what has no number gets one
     * @param scheme the scheme of the rule, if the project still has it
     * @param today the day in the project's time zone
     * @param first the revision a new document begins with
     */
    public static Outcome<NumberEffect> decide(Optional<String> has, FieldValues values, boolean numbers, Optional<Scheme> scheme,
            Fields fields, Ledger ledger,
            LocalDate today, RevisionCode first) {
        if (has.isPresent()) {
            return new Outcome.Passed<>(List.of(), "It has its number: " + has.get() + ".");
        }
        if (!numbers) {
            return new Outcome.Passed<>(List.of(), "The rule gives it no number.");
        }
        if (scheme.isEmpty()) {
            return Outcome.stopped(StopReason.Code.SCHEME_MISSING, "The rule names no number scheme that the project has.",
                    WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
        }
        Drawn drawn = draw(scheme.get(), values, fields, ledger, today);
        String why = drawn.inWords(scheme.get(), fields);
        return switch (drawn) {
            case Drawn.Number(Drawing drawing) -> {
                String how = drawing.number() + " by scheme “" + scheme.get().name() + "”, edition " + scheme.get().edition()
                        + (drawing.count().filter(Drawing.Count::givenBack).isPresent() ? "; the number had been given back unused." : ".");
                yield new Outcome.Passed<>(List.of(new NumberEffect.Assign(drawing, first)), "Numbered " + how, "Will be numbered " + how);
            }
            case Drawn.Unanswered(Source.Asked source) -> new Outcome.Waiting<>(List.of(new NumberEffect.Ask(source, values)),
                    Wait.forAsLongAs("“" + source.connection() + "” to say “" + source.label() + "”"));
            case Drawn.Missing(Set<String> keys) -> fieldsWanted(why, List.copyOf(keys));
            case Drawn.Unfit unfit -> fieldsWanted(why, List.of(unfit.field()));
            case Drawn.Full full -> full(why);
            case Drawn.ListUsedUp used -> full(why);
            case Drawn.Crowded crowded -> full(why);
        };
    }

    /** Draws the next number of a scheme; changes nothing. */
    public static Drawn draw(Scheme scheme, FieldValues given, Fields fields, Ledger ledger, LocalDate today) {
        FieldValues values = given.with(Scheme.TODAY, today.toString());
        Pattern pattern = scheme.sound(fields);
        Set<String> missing = missing(scheme, pattern, values);
        if (!missing.isEmpty()) {
            return new Drawn.Missing(missing);
        }
        Map<String, String> fromLists = new LinkedHashMap<>();
        for (Source source : scheme.sources()) {
            switch (source) {
                case Source.Asked asked -> {
                    if (values.get(asked.key()).isEmpty()) {
                        return new Drawn.Unanswered(asked);
                    }
                }
                case Source.FromList list -> {
                    Optional<String> value = ledger.nextOf(list.list());
                    if (value.isEmpty()) {
                        return new Drawn.ListUsedUp(list);
                    }
                    fromLists.put(list.list(), value.get());
                    values = values.with(list.key(), value.get());
                }
            }
        }
        return scheme.counts() ? count(scheme, pattern, values, fromLists, ledger, today)
                : without(scheme, pattern, values, fromLists, ledger);
    }

    private static Drawn count(Scheme scheme, Pattern pattern, FieldValues values, Map<String, String> fromLists, Ledger ledger,
            LocalDate today) {
        CounterKey counter = scheme.counter(values, today);
        Ledger.Next next = ledger.next(counter, scheme.start(), scheme.step());
        if (next.givenBack().isPresent() && fromLists.isEmpty()) {
            Ledger.GivenBack free = next.givenBack().get();
            return number(free.number(), scheme, Optional.of(new Drawing.Count(counter, free.value(), next.value(), true, List.of())),
                    fromLists);
        }
        List<Long> passedOver = new ArrayList<>();
        for (long value = next.value(); passedOver.size() < MOST_PASSED_OVER; value += next.step()) {
            switch (pattern.write(values.with(Scheme.COUNTER, Long.toString(value)))) {
                case Writing.Written(String number) -> {
                    if (!ledger.knows(number)) {
                        return number(number, scheme, Optional.of(new Drawing.Count(counter, value, value + next.step(), false,
                                passedOver)), fromLists);
                    }
                    passedOver.add(value);
                }
                case Writing.Missing(List<String> keys) -> throw new IllegalStateException("missing after the check: " + keys);
                case Writing.Unfit(String field, String unfit, String expected) -> {
                    return field.equals(Scheme.COUNTER) ? new Drawn.Full(value, expected) : new Drawn.Unfit(field, unfit, expected);
                }
            }
        }
        return new Drawn.Crowded(counter, passedOver.size());
    }

    private static Drawn without(Scheme scheme, Pattern pattern, FieldValues values, Map<String, String> fromLists, Ledger ledger) {
        return switch (pattern.write(values)) {
            case Writing.Written(String number) when ledger.knows(number) ->
                    new Drawn.Unfit(scheme.sources().getFirst().key(), number, "a value that gives a number not in the ledger yet");
            case Writing.Written(String number) -> number(number, scheme, Optional.empty(), fromLists);
            case Writing.Missing(List<String> keys) -> new Drawn.Missing(new TreeSet<>(keys));
            case Writing.Unfit(String field, String value, String expected) -> new Drawn.Unfit(field, value, expected);
        };
    }

    private static Drawn number(String number, Scheme scheme, Optional<Drawing.Count> count, Map<String, String> fromLists) {
        return new Drawn.Number(new Drawing(number, scheme.key(), scheme.edition(), count, fromLists));
    }

    private static Set<String> missing(Scheme scheme, Pattern pattern, FieldValues values) {
        Set<String> wanted = new TreeSet<>(scheme.countsPer());
        if (pattern.write(values.with(Scheme.COUNTER, "1")) instanceof Writing.Missing(List<String> keys)) {
            wanted.addAll(keys);
        }
        wanted.removeIf(key -> values.get(key).isPresent());
        scheme.sources().forEach(source -> wanted.remove(source.key()));
        return wanted;
    }

    private static Outcome<NumberEffect> fieldsWanted(String why, List<String> fields) {
        return new Outcome.Stopped<>(new StopReason(StopReason.Code.FIELD_MISSING, why, fields),
                List.of(WayOut.GIVE_FIELDS, WayOut.PUT_NAME_RIGHT, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT));
    }

    private static Outcome<NumberEffect> full(String why) {
        return Outcome.stopped(StopReason.Code.COUNTER_FULL, why, WayOut.TRY_AGAIN, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK,
                WayOut.TAKE_OUT);
    }
}
