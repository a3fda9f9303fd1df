package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Piece;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.pattern.Writing;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A sample number of a scheme, piece by piece, to be drawn with dimension lines. */
final class Sample {

    /**
     * A piece of the sample.
     *
     * @param text what stands in the sample
     * @param label the field it comes from; absent for fixed text
     * @param width how wide it may be, in words; absent for fixed text
     */
    record SamplePiece(String text, @Nullable String label, @Nullable String width, boolean optional) {
    }

    private Sample() {
    }

    static List<SamplePiece> of(Scheme scheme, Fields ofTheProject, String project, LocalDate today) {
        Fields fields = scheme.fields(ofTheProject);
        Pattern pattern = scheme.sound(ofTheProject);
        return pattern.pieces().stream().map(piece -> piece(piece, fields, project, today, scheme.start())).toList();
    }

    private static SamplePiece piece(Piece piece, Fields fields, String project, LocalDate today, long start) {
        if (piece.field().isEmpty()) {
            return new SamplePiece(piece.text(), null, null, piece.optional());
        }
        Field field = fields.find(piece.field().get()).orElseThrow();
        String width = piece.kind() == Piece.Kind.DATE ? piece.text()
                : field.kind() instanceof FieldKind.CodeList list ? list.codes().size() + " codes"
                : piece.fewest() == piece.most() ? Integer.toString(piece.most()) : piece.fewest() + " to " + piece.most();
        return new SamplePiece(text(piece, field, project, today, start), field.label(), width, piece.optional());
    }

    private static String text(Piece piece, Field field, String project, LocalDate today, long start) {
        String value = switch (field.kind()) {
            case FieldKind.CodeList(var codes) -> codes.isEmpty() ? "?" : codes.getFirst().code();
            case FieldKind.Digits() -> field.key().equals(Scheme.COUNTER) ? Long.toString(start) : "1";
            case FieldKind.Letters() -> "A".repeat(Math.max(1, piece.fewest()));
            case FieldKind.Date() -> today.toString();
            case FieldKind.Text() -> field.key().equals("project") ? project : "X".repeat(Math.max(1, piece.fewest()));
        };
        String one = piece.kind() == Piece.Kind.DATE ? "{" + field.key() + ":" + piece.text() + "}" : "{" + field.key() + ":" + piece.fewest() + ".." + piece.most() + "}";
        Fields only = new Fields(List.of(field));
        return Pattern.sound(one, only).write(new FieldValues(Map.of(field.key(), value))) instanceof Writing.Written(String written) ? written : value;
    }
}
