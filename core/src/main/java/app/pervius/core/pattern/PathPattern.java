package app.pervius.core.pattern;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * A path of folders as a pattern, such as {@code {discipline}/{issued:YYYY}/{title}}. It is split at its slashes before values
 * are put in, so a value can never make another folder: not with a slash, not with {@code ..}, not by being empty. Immutable.
 */
public final class PathPattern {

    /** The most folders a path may name. */
    public static final int DEEPEST = 12;

    /** What compiling gives. */
    public sealed interface CompiledPath {
        record Sound(PathPattern path) implements CompiledPath {
        }

        record Faulty(List<PatternFault> faults) implements CompiledPath {
        }
    }

    /** What writing a path gives. */
    public sealed interface Path {
        /** The names of the folders, from above to below; none for an empty pattern. */
        record Names(List<String> names) implements Path {
        }

        /** Why there is no such path, as a sentence. */
        record None(String reason) implements Path {
        }
    }

    private final String text;
    private final List<Pattern> parts;
    private final Fields fields;

    private PathPattern(String text, List<Pattern> parts, Fields fields) {
        this.text = text;
        this.parts = parts;
        this.fields = fields;
    }

    /** Compiles a path; an empty text is the path to where it begins. Positions of faults are those in {@code text}. */
    public static CompiledPath compile(String text, Fields fields) {
        if (text.length() > PatternParser.LONGEST) {
            return new CompiledPath.Faulty(List.of(new PatternFault(PatternParser.LONGEST,
                    "a path has at most " + PatternParser.LONGEST + " characters")));
        }
        List<Pattern> parts = new ArrayList<>();
        List<PatternFault> faults = new ArrayList<>();
        int from = 0;
        for (String part : text.isBlank() ? List.<String>of() : List.of(text.split("/", -1))) {
            int at = from;
            if (part.isBlank()) {
                faults.add(new PatternFault(at, "a folder without a name stands between two slashes"));
            } else {
                switch (Pattern.compile(part, fields)) {
                    case Compiled.Sound(Pattern pattern) -> parts.add(pattern);
                    case Compiled.Faulty(List<PatternFault> found) -> found.forEach(f ->
                            faults.add(new PatternFault(at + f.position(), f.message())));
                }
            }
            from += part.length() + 1;
        }
        if (parts.size() > DEEPEST) {
            faults.add(new PatternFault(0, "a path names at most " + DEEPEST + " folders"));
        }
        return faults.isEmpty() ? new CompiledPath.Sound(new PathPattern(text, List.copyOf(parts), fields))
                : new CompiledPath.Faulty(List.copyOf(faults));
    }

    /** The keys of the fields without which there is no such path, in alphabetical order. */
    public Set<String> neededKeys() {
        return parts.stream().flatMap(part -> part.neededKeys().stream()).collect(Collectors.toCollection(TreeSet::new));
    }

    /** The folders for these values, one for each part between slashes. */
    public Path write(FieldValues values) {
        List<String> names = new ArrayList<>();
        for (Pattern part : parts) {
            switch (name(part, fields, values)) {
                case Path.Names(List<String> name) -> names.addAll(name);
                case Path.None none -> {
                    return none;
                }
            }
        }
        return new Path.Names(List.copyOf(names));
    }

    /** The one name that a pattern of a folder or a file gives for these values, or why there is none; a name never has slashes in it. */
    public static Path name(Pattern pattern, Fields fields, FieldValues values) {
        return switch (pattern.write(values)) {
            case Writing.Written(String name) when name.isBlank() || name.strip().matches("\\.+") || name.indexOf('/') >= 0
                    || name.indexOf('\\') >= 0 ->
                    new Path.None("“" + pattern + "” gives “" + name + "”, which is no name.");
            case Writing.Written(String name) -> new Path.Names(List.of(name.strip()));
            case Writing.Missing(List<String> keys) -> new Path.None("“" + pattern + "” needs “" + fields.label(keys.getFirst())
                    + "”, and nothing says what it is.");
            case Writing.Unfit(String field, String value, String expected) ->
                    new Path.None("“" + fields.label(field) + "” is “" + value + "”; “" + pattern + "” takes " + expected + ".");
        };
    }

    @Override
    public String toString() {
        return text;
    }
}
