package app.pervius.server.rules.arriving;

import app.pervius.core.identify.Identify;
import app.pervius.core.issue.Issuing;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.Where;
import app.pervius.server.folders.Folders;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Which fields are filled for what a rule takes, as far as that can be told before anything arrives: by the name, the form, the author and
 * the
 * folder. A number in the name fills fields too, but not every name carries one.
 */
@Component
public class FilledFields {

    private final Folders folders;
    private final Projects projects;
    private final List<FieldFiller> fillers;

    FilledFields(Folders folders, Projects projects, List<FieldFiller> fillers) {
        this.folders = folders;
        this.projects = projects;
        this.fillers = fillers;
    }

    /** A field that nothing fills for files in a folder; both as people read them. */
    public record Unfilled(String field, String folder) {
    }

    /** Which of the fields needed at Issue nothing fills until then. */
    public List<Unfilled> unfilledAtIssue(long project, Rule rule, Handling handling, Set<String> needed) {
        Set<String> left = new HashSet<>(needed);
        fillers.forEach(filler -> left.removeAll(filler.fills(project, handling)));
        return unfilled(project, rule, handling, left);
    }

    /** Which of the fields needed at Number nothing fills until then. */
    public List<Unfilled> unfilled(long project, Rule rule, Handling handling, Set<String> needed) {
        Fields fields = Identify.nameFields(projects.settings(project).fields());
        Set<String> filled = new HashSet<>(Set.of("project", "originator"));
        filled.addAll(handling.identify().asks());
        handling.identify().namePatterns().forEach(text -> {
            if (Pattern.compile(text, fields) instanceof Compiled.Sound(Pattern pattern)) {
                filled.addAll(pattern.fieldKeys());
            }
        });
        Fields labels = Issuing.nameFields(fields);
        List<Unfilled> unfilled = new ArrayList<>();
        List<String> left = needed.stream().filter(key -> !filled.contains(key)).sorted().toList();
        for (Where.Standing place : left.isEmpty() ? List.<Where.Standing>of() : rule.where().places()) {
            folders.find(place.folder().value()).ifPresent(folder -> left.stream().filter(key -> !says(project, place, key))
                    .forEach(key -> unfilled.add(new Unfilled(labels.label(key), folder.path()))));
        }
        return unfilled;
    }

    /** Whether the folder says the field, or one below it that the rule stands on too. */
    private boolean says(long project, Where.Standing place, String key) {
        long folder = place.folder().value();
        return folders.valuesOf(folder).get(key).isPresent() || place.withBelow() && folders.all(project).stream()
                .anyMatch(f -> folders.pathUp(f.id()).contains(place.folder()) && folders.valuesOf(f.id()).get(key).isPresent());
    }
}
