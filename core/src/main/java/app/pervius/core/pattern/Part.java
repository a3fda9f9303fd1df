package app.pervius.core.pattern;

import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** A part of a compiled pattern. */
sealed interface Part {

    /** Text that stands for itself. */
    record Literal(String text) implements Part {
    }

    /**
     * A field that is no date, with the fewest and most characters it may take here.
     *
     * @param codes where the field has a code list: those of this width, longest first
     */
    record Take(Field field, int fewest, int most, List<String> codes) implements Part {

        static Take of(Field field, int fewest, int most) {
            List<String> codes = field.kind() instanceof FieldKind.CodeList(List<Code> all)
                    ? all.stream().map(Code::code).filter(c -> c.length() >= fewest && c.length() <= most)
                            .sorted(Comparator.comparingInt(String::length).reversed().thenComparing(Comparator.naturalOrder())).toList()
                    : List.of();
            return new Take(field, fewest, most, codes);
        }

        boolean coded() {
            return field.kind() instanceof FieldKind.CodeList;
        }

        String widthInWords() {
            return fewest == most ? "exactly " + fewest + (fewest == 1 ? " character" : " characters")
                    : fewest + " to " + most + " characters";
        }
    }

    /** A date field in a form. */
    record Day(Field field, DateForm form) implements Part {
    }

    /** Between {@code fewest} and {@code most} characters that are read over. */
    record Skip(int fewest, int most) implements Part {
    }

    record Maybe(List<Part> parts) implements Part {
    }

    /** The field it names, if it names one. */
    default Optional<Field> named() {
        return switch (this) {
            case Take take -> Optional.of(take.field());
            case Day day -> Optional.of(day.field());
            case Literal literal -> Optional.empty();
            case Skip skip -> Optional.empty();
            case Maybe maybe -> Optional.empty();
        };
    }

    /** What the part wants, for a sentence such as "expected …". */
    default String expectation() {
        return switch (this) {
            case Literal(String text) -> "“" + text + "”";
            case Take take -> take.fewest() == take.most() && !take.coded()
                    ? take.fewest() + " " + take.field().expectation() : take.field().expectation();
            case Day day -> "a date as " + day.form() + " (" + day.field().label() + ")";
            case Skip skip -> "at least " + skip.fewest() + " characters";
            case Maybe maybe -> maybe.parts().getFirst().expectation();
        };
    }
}
