package app.pervius.core.rules;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.project.Fields;
import java.util.List;
import java.util.stream.Collectors;

/** Conditions as a phrase, for sentences. */
final class ConditionWords {

    private ConditionWords() {
    }

    /** What meets the condition, such as "what is PDF or image". People and firms are not named. */
    static String of(Condition condition, Fields fields) {
        return switch (condition) {
            case Condition.Came(var by) -> "what is " + Judging.or(by.stream().sorted().map(ArrivalEvent::label).toList());
            case Condition.From from -> "what comes from the people it names";
            case Condition.HandedInBy by -> "what is handed in by the people it names";
            case Condition.HasFormat(var formats) -> "what is " + Judging.or(formats.stream().sorted().map(FileFormat::label).toList());
            case Condition.Sized(long least, long most) -> "what has " + Bytes.range(least, most);
            case Condition.Named(String pattern) -> "names like “" + pattern + "”";
            case Condition.FieldIs(String field, var values) -> "“" + fields.label(field) + "” " + Judging.or(values.stream().sorted().toList());
            case Condition.All(var of) -> joined(of, fields, " that is also ");
            case Condition.Any(var of) -> joined(of, fields, " or ");
            case Condition.None(var of) -> "what is none of: " + joined(of, fields, ", ");
        };
    }

    private static String joined(List<Condition> of, Fields fields, String between) {
        return of.isEmpty() ? "anything" : of.stream().map(c -> of(c, fields)).collect(Collectors.joining(between));
    }
}
