package app.pervius.server.rules;

import app.pervius.core.identify.Identify;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.HandlingRule;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.Folders;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** What a rule says of itself: its name, its folders, its name patterns, its revision sequence. */
@Component
class OwnFindings implements RuleFinding {

    private final Folders folders;
    private final Projects projects;
    private final Sequences sequences;

    OwnFindings(Folders folders, Projects projects, Sequences sequences) {
        this.folders = folders;
        this.projects = projects;
        this.sequences = sequences;
    }

    @Override
    public List<Finding> find(long project, HandlingRule rule) {
        List<Finding> found = new ArrayList<>();
        if (rule.name().isBlank()) {
            found.add(new Finding(true, "where", "The rule needs a name."));
        }
        if (rule.where().places().isEmpty()) {
            found.add(new Finding(true, "where", "It stands on no folder, so nothing ever reaches it."));
        }
        rule.where().places().stream().filter(p -> folders.find(p.folder().value()).filter(f -> f.project() == project).isEmpty())
                .forEach(p -> found.add(new Finding(true, "where", "A folder it stands on does not exist any more.")));
        rule.namePatterns().forEach(text -> {
            Fields fields = Identify.nameFields(projects.settings(project).fields());
            switch (Pattern.compile(text, fields)) {
                case Compiled.Faulty(List<PatternFault> faults) -> faults.forEach(f ->
                        found.add(new Finding(true, "identify", "Name pattern, at character " + (f.position() + 1) + ": " + f.message() + ".")));
                case Compiled.Sound(Pattern pattern) -> pattern.ambiguity().ifPresent(a -> found.add(new Finding(false, "identify", "Name pattern: " + a.inWords(fields))));
            }
        });
        rule.sequence().filter(key -> sequences.inForce(project).find(key).isEmpty())
                .ifPresent(key -> found.add(new Finding(true, "identify", "The revision sequence it wants does not exist any more.")));
        return found;
    }
}
