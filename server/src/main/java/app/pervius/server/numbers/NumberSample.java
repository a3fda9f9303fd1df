package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.number.SchemeCheck;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Piece;
import app.pervius.core.pattern.Writing;
import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A sample number of a scheme, piece by piece, to be drawn with dimension lines. */
public final class NumberSample {

    /**
     * A piece of the sample.
     *
     * @param text what stands in the sample
     * @param label the field it comes from; absent for fixed text
     * @param width how wide it may be, in words; absent for fixed text
     */
    public record SamplePiece(String text, @Nullable String label, @Nullable String width, boolean optional) {
    }

    private NumberSample() {
    }

    /** The first number of a project that does not exist yet. */
    public sealed interface First {
        record Drawn(List<SamplePiece> pieces) implements First {
        }

        record Faulty(String sentence) implements First {
        }
    }

    /** The first number by a scheme with these fields; what keeps the scheme from being used, where there is something. */
    public static First first(Scheme scheme, List<Field> all, String project, String originator) {
        Fields fields = new Fields(all, Map.of("project", project));
        return SchemeCheck.faults(scheme, fields).stream().findFirst().<First>map(fault -> new First.Faulty(fault.sentence()))
                .orElseGet(() -> new First.Drawn(of(scheme, fields, new FieldValues(Map.of("project", project, "originator", originator)),
                LocalDate.EPOCH, scheme.start())));
    }

    /**
     * A sample with the values numbers are made of.
     *
     * @param values what fields say in it, over the first of their codes
     * @param next what its counter gives next
     */
    static List<SamplePiece> of(Scheme scheme, Fields ofTheProject, FieldValues values, LocalDate today, long next) {
        Fields fields = scheme.fields(ofTheProject);
        Pattern pattern = scheme.sound(ofTheProject);
        return pattern.pieces().stream().map(piece -> piece(piece, fields, values, today, next)).toList();
    }

    /** What fields say in a sample where nothing else is known: the first of their codes that is not retired. */
    static String usual(Field field) {
        return field.kind() instanceof FieldKind.CodeList(var codes) ? codes.stream().filter(c -> !c.retired()).map(Code::code).findFirst()
                .orElse("?") : "";
    }

    private static SamplePiece piece(Piece piece, Fields fields, FieldValues values, LocalDate today, long next) {
        if (piece.field().isEmpty()) {
            return new SamplePiece(piece.text(), null, null, piece.optional());
        }
        Field field = fields.find(piece.field().get()).orElseThrow();
        String width = piece.kind() == Piece.Kind.DATE ? piece.text()
                : field.kind() instanceof FieldKind.CodeList list ? list.codes().size() + " codes"
                : piece.fewest() == piece.most() ? Integer.toString(piece.most()) : piece.fewest() + " to " + piece.most();
        return new SamplePiece(text(piece, field, values, today, next), field.label(), width, piece.optional());
    }

    private static String text(Piece piece, Field field, FieldValues values, LocalDate today, long next) {
        String value = field.key().equals(Scheme.COUNTER) ? Long.toString(next) : values.get(field.key())
                .orElseGet(() -> switch (field.kind()) {
            case FieldKind.CodeList codes -> usual(field);
            case FieldKind.Digits() -> "1";
            case FieldKind.Letters() -> "A".repeat(Math.max(1, piece.fewest()));
            case FieldKind.Date() -> today.toString();
            case FieldKind.Text() -> "X".repeat(Math.max(1, piece.fewest()));
        });
        String one = piece.kind() == Piece.Kind.DATE ? "{" + field.key() + ":" + piece.text() + "}"
                : "{" + field.key() + ":" + piece.fewest() + ".." + piece.most() + "}";
        Fields only = new Fields(List.of(field));
        return Pattern.sound(one, only).write(new FieldValues(Map.of(field.key(), value))) instanceof Writing.Written(String written)
                ? written : value;
    }
}
