package app.pervius.core.trial;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Where two trials of one arrival differ, in sentences. */
public final class Comparison {

    private Comparison() {
    }

    /** What would be otherwise than before; empty where nothing would. */
    public static List<String> between(Tried before, Tried after) {
        List<String> found = new ArrayList<>();
        if (!before.rule().equals(after.rule())) {
            found.add("Taken by " + taker(after) + " instead of " + taker(before) + ".");
        }
        String haltBefore = halt(before);
        String haltAfter = halt(after);
        if (!haltBefore.equals(haltAfter)) {
            found.add("It " + haltAfter + "; now it " + haltBefore + ".");
        }
        if (before.rule().isEmpty() || after.rule().isEmpty()) {
            return List.copyOf(found);
        }
        value("Its number would be", before.identity().number(), after.identity().number(), found);
        value("Its revision would be", before.identity().revision(), after.identity().revision(), found);
        value("Its title would be", Optional.of(before.identity().title()), Optional.of(after.identity().title()), found);
        TreeSet<String> fields = new TreeSet<>(before.identity().fields().keySet());
        fields.addAll(after.identity().fields().keySet());
        fields.forEach(field -> value("“" + field + "” would be", Optional.ofNullable(before.identity().fields().get(field)),
                Optional.ofNullable(after.identity().fields().get(field)), found));
        value("Its route would be", before.route(), after.route(), found);
        value("Its reviewers would be", people(before), people(after), found);
        TreeSet<Integer> codes = new TreeSet<>(before.ends().keySet());
        codes.addAll(after.ends().keySet());
        codes.forEach(code -> value(code == 0 ? "Filed:" : "Decided " + code + ":", account(before, code), account(after, code), found));
        value("Told would be", told(before), told(after), found);
        value("Copies would be", copies(before), copies(after), found);
        return List.copyOf(found);
    }

    private static String taker(Tried tried) {
        return tried.rule().map(rule -> "“" + rule + "”").orElse("no rule");
    }

    private static String halt(Tried tried) {
        if (tried.halts().stream().anyMatch(h -> h.kind() == Tried.Kind.LEFT)) {
            return "is left where it lies";
        }
        return tried.halted().map(h -> (h.kind() == Tried.Kind.STOPPED ? "stops at " : "goes back at ") + h.station().label())
                .orElse(tried.intake() ? "goes through" : "is only kept");
    }

    private static Optional<String> people(Tried tried) {
        return tried.steps().isEmpty() ? Optional.empty()
                : Optional.of(tried.steps().stream().map(s -> s.name() + " " + String.join(", ", s.people()))
                        .collect(Collectors.joining("; ")));
    }

    private static Optional<String> account(Tried tried, int code) {
        return Optional.ofNullable(tried.ends().get(code)).map(Tried.End::account);
    }

    private static Optional<String> told(Tried tried) {
        String all = tried.told().stream().map(t -> t.who() + " when " + t.occasion().label()).distinct().sorted()
                .collect(Collectors.joining(", "));
        return all.isEmpty() ? Optional.empty() : Optional.of(all);
    }

    private static Optional<String> copies(Tried tried) {
        return tried.copies().isEmpty() ? Optional.empty() : Optional.of(tried.copies().stream()
                .map(copy -> "“" + copy.rule() + "”: " + copy.account().replaceAll("\\.$", ""))
                .collect(Collectors.joining("; ")));
    }

    private static void value(String what, Optional<String> before, Optional<String> after, List<String> found) {
        if (!before.equals(after)) {
            found.add(what + " " + after.orElse("nothing") + " instead of " + before.orElse("nothing") + ".");
        }
    }
}
