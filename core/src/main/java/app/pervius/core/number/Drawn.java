package app.pervius.core.number;

import app.pervius.core.project.Fields;
import java.util.Set;
import java.util.stream.Collectors;

/** What drawing a number gives. */
public sealed interface Drawn {

    record Number(Drawing drawing) implements Drawn {
    }

    /** Fields the scheme needs and nobody has said. */
    record Missing(Set<String> fields) implements Drawn {
    }

    /** A field's value that the scheme does not take. */
    record Unfit(String field, String value, String expected) implements Drawn {
    }

    /** The counter's value has become wider than its place. */
    record Full(long value, String expected) implements Drawn {
    }

    /** Every value of a list has been used, or there is no such list. */
    record ListUsedUp(Source.FromList source) implements Drawn {
    }

    /** Another system must be asked first. */
    record Unanswered(Source.Asked source) implements Drawn {
    }

    /** So many numbers in a row stand in the ledger already that something is wrong. */
    record Crowded(CounterKey counter, int passedOver) implements Drawn {
    }

    /** Why no number was drawn, as a sentence. */
    default String inWords(Scheme scheme, Fields fields) {
        String name = "“" + scheme.name() + "”";
        return switch (this) {
            case Number(Drawing drawing) -> "Number " + drawing.number() + " was drawn.";
            case Missing(Set<String> keys) -> "Scheme " + name + " needs " + keys.stream().map(fields::label)
                    .map(label -> "“" + label + "”")
                    .collect(Collectors.joining(" and ")) + ", and nothing says what it is.";
            case Unfit(String field, String value, String expected) -> "“" + fields.label(field) + "” is “" + value + "”; scheme " + name
                    + " takes " + expected + ".";
            case Full(long value, String expected) -> "The counter of scheme " + name + " is full: " + value + " does not fit, it takes "
                    + expected + ".";
            case ListUsedUp(Source.FromList source) -> "Scheme " + name + " takes “" + source.label() + "” from the list “" + source.list()
                    + "”, and every value of it has been used.";
            case Unanswered(Source.Asked source) -> "Scheme " + name + " asks “" + source.connection() + "” for “" + source.label()
                    + "”; that system is asked for files on their way, not here.";
            case Crowded(CounterKey counter, int passedOver) -> passedOver + " numbers in a row of the counter " + counter.combination()
                    + " of scheme " + name + " stand in the ledger already; set its next number.";
        };
    }
}
