package app.pervius.server.projects;

import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;

/** A field as a screen fills it in; {@code codes} is empty unless it takes codes. */
record FieldForm(@NotNull @Pattern(regexp = "[a-z][a-z0-9_]{0,39}", message = "is made of lower-case letters, digits and _") String key,
        @NotBlank @Size(max = 80) String label, @NotNull Kind kind, @Min(1) @Max(200) int greatestWidth,
        @NotNull @Size(max = 5000) List<@Valid @NotNull CodeForm> codes) {

    enum Kind { CODES, DIGITS, LETTERS, DATE, TEXT }

    @io.swagger.v3.oas.annotations.media.Schema(name = "CodeForm")
    record CodeForm(@NotBlank @Size(max = 40) String code, @NotBlank @Size(max = 200) String meaning, boolean retired) {
    }

    Field field() {
        if (kind == Kind.CODES && codes.isEmpty()) {
            throw Refused.invalid("fields", "“" + label + "” needs at least one code.");
        }
        return new Field(key, label.strip(), switch (kind) {
            case CODES -> new FieldKind.CodeList(codes.stream().map(c -> new Code(c.code().strip(), c.meaning().strip(), c.retired()))
                    .toList());
            case DIGITS -> new FieldKind.Digits();
            case LETTERS -> new FieldKind.Letters();
            case DATE -> new FieldKind.Date();
            case TEXT -> new FieldKind.Text();
        }, greatestWidth);
    }

    static FieldForm of(Field field) {
        return switch (field.kind()) {
            case FieldKind.CodeList(List<Code> codes) -> new FieldForm(field.key(), field.label(), Kind.CODES, field.greatestWidth(),
                    codes.stream().map(c -> new CodeForm(c.code(), c.meaning(), c.retired())).toList());
            case FieldKind.Digits() -> plain(field, Kind.DIGITS);
            case FieldKind.Letters() -> plain(field, Kind.LETTERS);
            case FieldKind.Date() -> plain(field, Kind.DATE);
            case FieldKind.Text() -> plain(field, Kind.TEXT);
        };
    }

    private static FieldForm plain(Field field, Kind kind) {
        return new FieldForm(field.key(), field.label(), kind, field.greatestWidth(), List.of());
    }
}
