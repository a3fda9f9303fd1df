package app.pervius.core.rules;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.kind.Names;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Reading;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Tries conditions on one arrival; gives the first that is not met as a clause, without a full stop. */
final class Judging {

    private final ArrivalFacts arrival;
    private final ArrivalValues known;

    Judging(ArrivalFacts arrival, ArrivalValues known) {
        this.arrival = arrival;
        this.known = known;
    }

    Optional<String> unmet(Condition condition) {
        return switch (condition) {
            case Condition.Came(var by) -> unless(by.contains(arrival.event()),
                    () -> "it is " + arrival.event().label() + ", the rule takes what is "
                    + or(by.stream().sorted().map(ArrivalEvent::label).toList()));
            case Condition.From(Parties authors) -> unless(authors.has(arrival.author()),
                    () -> "it comes from " + arrival.author().inWords() + ", whom the rule does not name");
            case Condition.HandedInBy(Parties uploaders) -> unless(uploaders.has(arrival.uploader()),
                    () -> "it was handed in by " + arrival.uploader().inWords() + ", whom the rule does not name");
            case Condition.HasFormat(var formats) -> unless(arrival.formats().stream().anyMatch(formats::contains),
                    () -> "the file is " + or(arrival.formats().stream().sorted().map(FileFormat::label).toList()) + ", the rule takes "
                            + or(formats.stream().sorted().map(FileFormat::label).toList()));
            case Condition.Sized(long least, long most) -> unless(arrival.largest() >= least && arrival.largest() <= most,
                    () -> "its largest file has " + Bytes.inWords(arrival.largest()) + ", the rule takes " + Bytes.range(least, most));
            case Condition.Named(String pattern) -> named(pattern);
            case Condition.FieldIs(String field, var values) -> field(field, values);
            case Condition.All(var of) -> of.stream().map(this::unmet).flatMap(Optional::stream).findFirst();
            case Condition.Any(var of) -> any(of);
            case Condition.None(var of) -> of.stream().filter(c -> unmet(c).isEmpty()).findFirst()
                    .map(met -> "the rule leaves out " + Conditions.KINDS.phrase(met, Names.ofFieldsOnly(arrival.nameFields())));
        };
    }

    private Optional<String> any(List<Condition> of) {
        List<String> reasons = new ArrayList<>();
        for (Condition condition : of) {
            Optional<String> reason = unmet(condition);
            if (reason.isEmpty()) {
                return reason;
            }
            reasons.add(reason.get());
        }
        return Optional.of(reasons.isEmpty() ? "it names nothing of which one would have to be met" : String.join("; and ", reasons));
    }

    private Optional<String> named(String text) {
        return switch (Pattern.compile(text, arrival.nameFields())) {
            case Compiled.Faulty faulty -> Optional.of("its pattern “" + text + "” cannot be read");
            case Compiled.Sound(Pattern pattern) -> switch (pattern.read(arrival.baseName())) {
                case Reading.Fits fits -> {
                    known.learn(fits.values());
                    yield Optional.empty();
                }
                case Reading.Misfit misfit -> Optional.of("“" + arrival.baseName() + "” does not fit “" + text + "”: " + misfit.inWords());
            };
        };
    }

    private Optional<String> field(String field, Collection<String> values) {
        String label = arrival.nameFields().label(field);
        Optional<String> value = known.value(field);
        if (value.isEmpty()) {
            return Optional.of("nothing says what “" + label + "” is, the rule takes " + or(values.stream().sorted().toList()));
        }
        return unless(values.contains(value.get()), () -> "“" + label + "” is " + value.get() + ", the rule takes "
                + or(values.stream().sorted().toList()));
    }

    private static Optional<String> unless(boolean met, java.util.function.Supplier<String> why) {
        return met ? Optional.empty() : Optional.of(why.get());
    }

    static String or(List<String> words) {
        return words.stream().collect(Collectors.joining(" or "));
    }
}
