package app.pervius.core.number;

import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * How controlled numbers of one sort are built.
 *
 * @param key what rules call it
 * @param of what the numbers are for
 * @param pattern the two-way pattern, with {@code {counter:width}} in it; {@code {today:YY}} is the day of numbering in the
 *        project's time zone
 * @param countsPer keys of the fields for whose combination a counter of its own runs
 * @param yearly whether the counters start again each year
 * @param start the first value of each counter, 0 or more
 * @param step from one value to the next, 1 or more
 * @param sources parts that come from a list or from another system
 */
public record Scheme(String key, String name, int edition, Of of, String pattern, List<String> countsPer, boolean yearly, long start,
        long step,
        List<Source> sources) {

    /** What numbers are for. */
    public enum Of { DOCUMENTS, PACKAGES, TRANSMITTALS, CHANGES }

    /** What patterns call the counter. */
    public static final String COUNTER = "counter";
    /** What patterns call the day of numbering. */
    public static final String TODAY = "today";

    /** The widest counter, and the widest value from a list or another system. */
    static final int WIDEST_COUNTER = 9;
    public static final int WIDEST_SOURCE = 40;

    private static final Field COUNTER_FIELD = new Field(COUNTER, "counter", new FieldKind.Digits(), WIDEST_COUNTER);
    /** The day, as patterns of schemes write it. */
    private static final Field TODAY_FIELD = new Field(TODAY, "day of numbering", new FieldKind.Date(), 10);

    public Scheme {
        countsPer = List.copyOf(countsPer);
        sources = List.copyOf(sources);
    }

    /** A scheme for documents with counters from 1 in steps of 1. */
    public static Scheme ofDocuments(String key, String name, String pattern, List<String> countsPer) {
        return new Scheme(key, name, 1, Of.DOCUMENTS, pattern, countsPer, false, 1, 1, List.of());
    }

    /** The fields its pattern may name: the project's, the counter, the day, and its own sources. */
    public Fields fields(Fields ofTheProject) {
        return sources.isEmpty() ? ofTheProject.remember(Scheme.class, Fields.class, () -> withOwn(ofTheProject))
                : ofTheProject.remember(this, Fields.class, () -> withOwn(ofTheProject));
    }

    private Fields withOwn(Fields ofTheProject) {
        List<Field> own = new ArrayList<>(List.of(COUNTER_FIELD, TODAY_FIELD));
        sources.forEach(s -> own.add(new Field(s.key(), s.label(), new FieldKind.Text(), WIDEST_SOURCE)));
        return ofTheProject.with(own);
    }

    public Compiled compile(Fields ofTheProject) {
        return Pattern.compile(pattern, fields(ofTheProject));
    }

    /** The pattern of a scheme that is in force. */
    public Pattern sound(Fields ofTheProject) {
        return Pattern.sound(pattern, fields(ofTheProject));
    }

    public boolean counts() {
        return pattern.contains("{" + COUNTER);
    }

    /** The counter that counts for {@code values}, each of {@link #countsPer} having one. */
    public CounterKey counter(FieldValues values, LocalDate today) {
        List<String> combination = countsPer.stream().map(field -> values.get(field).orElseThrow())
                .collect(Collectors.toCollection(ArrayList::new));
        if (yearly) {
            combination.add("%04d".formatted(today.getYear()));
        }
        return new CounterKey(key, String.join("·", combination));
    }

    /** The next edition of it. */
    public Scheme withEdition(int number) {
        return new Scheme(key, name, number, of, pattern, countsPer, yearly, start, step, sources);
    }

    /** A number of this scheme taken apart: its fields, its counter and the value in it, as far as it counts. */
    public record Apart(FieldValues values, CounterKey counter, long value) {
    }

    /** Takes a number apart; empty if the scheme cannot have built it, or does not count. */
    public java.util.Optional<Apart> apart(String number, Fields ofTheProject) {
        Pattern compiled = sound(ofTheProject);
        if (!counts() || !(compiled.read(number) instanceof Reading.Fits(FieldValues values, int end))) {
            return java.util.Optional.empty();
        }
        return day(compiled, values, number).filter(day -> countsPer.stream().allMatch(field -> values.get(field).isPresent()))
                .map(day -> new Apart(values, counter(values, day), Long.parseLong(values.get(COUNTER).orElseThrow())));
    }

    /** A day on which the number can have been written: a form such as {@code YY} does not say which, but its year decides. */
    private java.util.Optional<LocalDate> day(Pattern compiled, FieldValues values, String number) {
        if (!yearly) {
            return java.util.Optional.of(LocalDate.EPOCH);
        }
        if (values.get(TODAY).isPresent()) {
            return values.get(TODAY).map(LocalDate::parse);
        }
        return LocalDate.of(2000, 1, 1).datesUntil(LocalDate.of(2100, 1, 1), java.time.Period.ofMonths(1))
                .filter(day -> compiled.write(values.with(TODAY, day.toString()))
                        .equals(new app.pervius.core.pattern.Writing.Written(number)))
                .findFirst();
    }
}
