package app.pervius.core.pattern;

import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;

/** Turns the text of a pattern into parts, collecting every fault. Made, used once, thrown away. */
final class PatternParser {

    /** The longest pattern text there may be. */
    static final int LONGEST = 500;
    /** The most characters a part that is read over may take. */
    private static final int WIDEST_SKIP = 200;
    private static final java.util.regex.Pattern FIELD =
            java.util.regex.Pattern.compile(
                    "(?<key>\\*|[a-z][a-z0-9_]*)(?::(?:(?<fewest>\\d{1,3})(?:\\.\\.(?<most>\\d{1,3}))?|(?<form>[YMD].{0,11})))?");

    private final String text;
    private final Fields fields;
    private final List<PatternFault> faults = new ArrayList<>();
    private int at;

    PatternParser(String text, Fields fields) {
        this.text = text;
        this.fields = fields;
    }

    List<PatternFault> faults() {
        return List.copyOf(faults);
    }

    List<Part> parse() {
        if (text.isBlank()) {
            fault(0, "a pattern needs at least one character");
            return List.of();
        }
        if (text.length() > LONGEST) {
            fault(LONGEST, "a pattern has at most " + LONGEST + " characters");
            return List.of();
        }
        return parts(false, 0);
    }

    private List<Part> parts(boolean inside, int opened) {
        List<Part> parts = new ArrayList<>();
        StringBuilder literal = new StringBuilder();
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == ']' && inside) {
                at++;
                flush(literal, parts);
                return List.copyOf(parts);
            }
            switch (c) {
                case '{' -> {
                    flush(literal, parts);
                    field().ifPresent(parts::add);
                }
                case '[' -> {
                    flush(literal, parts);
                    optional(inside).ifPresent(parts::add);
                }
                case ']', '}' -> fault(at++, "a “" + c + "” that closes nothing; write \\" + c + " to mean the character itself");
                case '\\' -> escaped(literal);
                default -> {
                    literal.append(c);
                    at++;
                }
            }
        }
        if (inside) {
            fault(opened, "the “[” opened here is never closed");
        }
        flush(literal, parts);
        return List.copyOf(parts);
    }

    private void escaped(StringBuilder literal) {
        if (at + 1 == text.length()) {
            fault(at, "a “\\” at the end takes no character literally");
        } else {
            literal.append(text.charAt(at + 1));
        }
        at += 2;
    }

    private Optional<Part> optional(boolean inside) {
        int opened = at++;
        if (inside) {
            fault(opened, "an optional part may not stand inside another");
        }
        List<Part> inner = parts(true, opened);
        if (inner.isEmpty()) {
            fault(opened, "an optional part needs something in it");
            return Optional.empty();
        }
        return Optional.of(new Part.Maybe(inner));
    }

    private Optional<Part> field() {
        int opened = at;
        int close = text.indexOf('}', at);
        if (close < 0) {
            fault(opened, "the “{” opened here is never closed");
            at = text.length();
            return Optional.empty();
        }
        at = close + 1;
        Matcher m = FIELD.matcher(text.substring(opened + 1, close));
        if (!m.matches()) {
            fault(opened, "“" + text.substring(opened, at)
                    + "” is not a field; write {name}, {name:4}, {name:1..60}, or {name:YYYY-MM-DD} for a date");
            return Optional.empty();
        }
        Integer fewest = m.group("fewest") == null ? null : Integer.valueOf(m.group("fewest"));
        Integer most = m.group("most") == null ? fewest : Integer.valueOf(m.group("most"));
        if (fewest != null && most != null && (fewest < 1 || most < fewest)) {
            fault(opened, "a width is at least 1, and the second number not below the first");
            return Optional.empty();
        }
        String form = m.group("form");
        if (m.group("key").equals("*")) {
            if (form != null) {
                fault(opened, "what is read over has no date; write {*}, {*:4} or {*:1..60}");
                return Optional.empty();
            }
            return Optional.of(new Part.Skip(fewest == null ? 0 : fewest, most == null ? WIDEST_SKIP : most));
        }
        return fields.find(m.group("key"))
                .map(field -> field.kind() instanceof FieldKind.Date ? day(field, fewest != null, form, opened)
                        : form != null ? noDate(field, opened) : take(field, fewest, most, opened))
                .or(() -> {
                    fault(opened, "the project has no field “" + m.group("key") + "”");
                    return Optional.empty();
                });
    }

    private Part day(Field field, boolean width, @org.jspecify.annotations.Nullable String written, int opened) {
        Optional<DateForm> form = written == null ? Optional.of(DateForm.ISO) : DateForm.of(written);
        if (width || form.isEmpty()) {
            fault(opened, "“" + field.label() + "” is a date; write its form with YYYY or YY, MM and DD, such as {" + field.key()
                    + ":YYYY-MM-DD}");
        }
        return new Part.Day(field, form.orElse(DateForm.ISO));
    }

    private Part noDate(Field field, int opened) {
        fault(opened, "“" + field.label() + "” is no date; write {" + field.key() + "}, {" + field.key() + ":4} or {" + field.key()
                + ":1..60}");
        return Part.Take.of(field, 1, field.greatestWidth());
    }

    private Part take(Field field, @org.jspecify.annotations.Nullable Integer fewest,
            @org.jspecify.annotations.Nullable Integer most, int opened) {
        if (fewest == null || most == null) {
            return Part.Take.of(field, 1, field.greatestWidth());
        }
        if (most > field.greatestWidth() && !(field.kind() instanceof FieldKind.CodeList)) {
            fault(opened, "“" + field.label() + "” has at most " + field.greatestWidth() + " characters");
        }
        return Part.Take.of(field, fewest, most);
    }

    private void flush(StringBuilder literal, List<Part> parts) {
        if (!literal.isEmpty()) {
            parts.add(new Part.Literal(literal.toString()));
            literal.setLength(0);
        }
    }

    private void fault(int position, String message) {
        faults.add(new PatternFault(position, message));
    }
}
