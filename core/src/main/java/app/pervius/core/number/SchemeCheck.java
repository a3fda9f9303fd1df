package app.pervius.core.number;

import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.pattern.Piece;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Whether a scheme can be put in force: two of its counters must never write the same number, and each must be readable apart. */
public final class SchemeCheck {

    /**
     * What is wrong with a scheme.
     *
     * @param place the part of the scheme: {@code name}, {@code pattern}, {@code countsPer}, {@code start}, {@code step}, {@code sources}
     * @param position in the pattern, 0-based; 0 elsewhere
     */
    public record Fault(String place, int position, String sentence) {
    }

    private final Scheme scheme;
    private final Fields fields;
    private final List<Fault> faults = new ArrayList<>();

    private SchemeCheck(Scheme scheme, Fields ofTheProject) {
        this.scheme = scheme;
        this.fields = scheme.fields(ofTheProject);
    }

    /** All that is wrong with it; empty if it can be put in force. */
    public static List<Fault> faults(Scheme scheme, Fields ofTheProject) {
        SchemeCheck check = new SchemeCheck(scheme, ofTheProject);
        if (check.sourcesSound(ofTheProject)) {
            check.all();
        }
        return List.copyOf(check.faults);
    }

    private boolean sourcesSound(Fields ofTheProject) {
        Set<String> keys = new HashSet<>(Set.of(Scheme.COUNTER, Scheme.TODAY));
        ofTheProject.all().forEach(f -> keys.add(f.key()));
        for (Source source : scheme.sources()) {
            if (!keys.add(source.key())) {
                fault("sources", 0, "“" + source.key() + "” is called so already by something else.");
            }
            if (source.label().isBlank()) {
                fault("sources", 0, "“" + source.key() + "” needs a name for people.");
            }
        }
        return faults.isEmpty();
    }

    private void all() {
        if (scheme.name().isBlank()) {
            fault("name", 0, "The scheme needs a name.");
        }
        if (scheme.start() < 0 || scheme.start() > 999_999_999) {
            fault("start", 0, "The first number is 0 to 999999999.");
        }
        if (scheme.step() < 1 || scheme.step() > 10_000) {
            fault("step", 0, "From one number to the next it is 1 to 10000.");
        }
        switch (Pattern.compile(scheme.pattern(), fields)) {
            case Compiled.Faulty(List<PatternFault> found) -> found.forEach(f ->
                    fault("pattern", f.position(), "At character " + (f.position() + 1) + ": " + f.message() + "."));
            case Compiled.Sound(Pattern pattern) -> pattern(pattern);
        }
    }

    private void pattern(Pattern pattern) {
        pattern.ambiguity().ifPresent(a -> fault("pattern", 0, "Numbers of this scheme could not be read apart again: "
                + a.inWords(fields)));
        List<Piece> pieces = pattern.pieces();
        Set<String> always = pieces.stream().filter(p -> !p.optional()).flatMap(p -> p.field().stream()).collect(Collectors.toSet());
        if (pieces.stream().anyMatch(p -> p.kind() == Piece.Kind.SKIP)) {
            fault("pattern", 0, "A number is written as well as read, so nothing in it can be read over.");
        }
        if (pieces.stream().anyMatch(p -> p.kind() == Piece.Kind.LITERAL && (p.text().indexOf('/') >= 0 || p.text().indexOf('\\') >= 0))) {
            fault("pattern", 0, "A number stands in names of files, where there can be no slash; write “-” or “.” instead.");
        }
        if (!always.contains(Scheme.COUNTER) && scheme.sources().stream().noneMatch(s -> always.contains(s.key()))) {
            fault("pattern", 0, "It needs {counter:4}, or a part from a list or another system, outside of what is optional; without, "
                    + "every number would be the same.");
        }
        for (String key : scheme.countsPer()) {
            if (fields.find(key).isEmpty()) {
                fault("countsPer", 0, "The project has no field “" + key + "”.");
            } else if (!always.contains(key)) {
                fault("countsPer", 0, "It counts per “" + fields.label(key)
                        + "”, but that does not stand in every number: two counters would write the same one.");
            }
        }
        if (scheme.yearly() && pieces.stream().noneMatch(p -> !p.optional() && p.field().filter(Scheme.TODAY::equals).isPresent()
                && p.text().contains("YY"))) {
            fault("pattern", 0, "Its counters start again each year, so every number needs the year, such as {today:YY}; otherwise next "
                    + "year's would be this year's.");
        }
        scheme.sources().stream().filter(s -> !always.contains(s.key()))
                .forEach(s -> fault("sources", 0, "“" + s.label() + "” does not stand in every number; write {" + s.key()
                        + "} in the pattern or leave it out."));
    }

    private void fault(String place, int position, String sentence) {
        faults.add(new Fault(place, position, sentence));
    }
}
