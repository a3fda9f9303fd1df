package app.pervius.server.rules.words;

import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.server.rules.Rules;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** What differs between two states of a sheet, in words. */
@Component
public class SheetDifference {

    /**
     * Something that differs.
     *
     * @param rule the rule's name, or {@code the project} for what it says of stations left to it
     * @param what {@code new}, {@code gone}, {@code moved}, {@code on}, {@code off}, {@code name}, {@code description}, or the column that
     *     says something else
     */
    public record Difference(String rule, String what, List<String> before, List<String> after) {
    }

    /** A state of a sheet: rules in their order, which of them are off, and what the project says. */
    public record Side(List<Long> order, Map<Long, Rule> rules, List<Long> off, Handling project) {
    }

    private final RuleWords words;

    SheetDifference(RuleWords words) {
        this.words = words;
    }

    public List<Difference> between(long project, Side before, Side after) {
        List<Difference> found = new ArrayList<>();
        columns("the project", words.ofProject(project, before.project()), words.ofProject(project, after.project()), found);
        after.order().forEach(id -> {
            Rule now = Objects.requireNonNull(after.rules().get(id));
            Rule then = before.rules().get(id);
            if (then == null) {
                found.add(new Difference(now.name(), "new", List.of(), said(project, now)));
                return;
            }
            rule(project, then, now, found);
            if (before.off().contains(id) != after.off().contains(id)) {
                found.add(new Difference(now.name(), after.off().contains(id) ? "off" : "on", List.of(), List.of()));
            }
        });
        before.order().stream().filter(id -> !after.rules().containsKey(id)).map(id -> Objects.requireNonNull(before.rules().get(id)))
                .forEach(gone -> found.add(new Difference(gone.name(), "gone", said(project, gone), List.of())));
        moved(before, after, found);
        return found;
    }

    private void rule(long project, Rule then, Rule now, List<Difference> found) {
        if (!then.name().equals(now.name())) {
            found.add(new Difference(now.name(), "name", List.of(then.name()), List.of(now.name())));
        }
        if (!then.description().equals(now.description())) {
            found.add(new Difference(now.name(), "description", List.of(then.description()), List.of(now.description())));
        }
        columns(now.name(), words.own(project, then), words.own(project, now), found);
    }

    private static void columns(String name, RuleWords.Sentences then, RuleWords.Sentences now, List<Difference> found) {
        Map<String, List<String>> before = new LinkedHashMap<>(then.byColumn());
        now.byColumn().forEach((column, after) -> {
            if (!after.equals(before.get(column))) {
                found.add(new Difference(name, column, asProject(Objects.requireNonNull(before.get(column))), asProject(after)));
            }
        });
    }

    private static List<String> asProject(List<String> sentences) {
        return sentences.isEmpty() ? List.of("as the project says") : sentences;
    }

    private List<String> said(long project, Rule rule) {
        RuleWords.Sentences sentences = words.own(project, rule);
        List<String> said = new ArrayList<>(List.of(sentences.where()));
        said.addAll(sentences.all());
        return said;
    }

    /** Rules that are tried at another place among those that are in both. */
    private static void moved(Side before, Side after, List<Difference> found) {
        List<Long> then = before.order().stream().filter(after.rules()::containsKey).toList();
        List<Long> now = after.order().stream().filter(before.rules()::containsKey).toList();
        if (!then.equals(now)) {
            found.add(new Difference("the order", "moved", names(then, before), names(now, after)));
        }
    }

    private static List<String> names(List<Long> order, Side side) {
        return order.stream().map(id -> Objects.requireNonNull(side.rules().get(id)).name()).toList();
    }
}
