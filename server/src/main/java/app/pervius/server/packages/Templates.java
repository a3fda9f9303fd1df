package app.pervius.server.packages;

import app.pervius.core.template.FolderPlan;
import app.pervius.core.template.FolderTemplate;
import app.pervius.core.template.Planning;
import app.pervius.server.refused.Refused;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Folder templates as editions. */
@Service
@Transactional
public class Templates {

    private final TemplateRepository editions;
    private final Projects projects;
    private final Rules rules;
    private final InstantSource clock;

    Templates(TemplateRepository editions, Projects projects, Rules rules, InstantSource clock) {
        this.editions = editions;
        this.projects = projects;
        this.rules = rules;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    List<FolderTemplate> all(long project) {
        return editions.findByProjectIdAndInForceTrueOrderByTemplateKey(project).stream()
                .map(e -> Json.read(e.definition, FolderTemplate.class)).toList();
    }

    @Transactional(readOnly = true)
    Optional<FolderTemplate> inForce(long project, String key) {
        return editions.findByProjectIdAndTemplateKeyAndInForceTrue(project, key).map(e -> Json.read(e.definition, FolderTemplate.class));
    }

    /** Puts a template in force after the edition it was written on, 0 for a new one. */
    public FolderTemplate putInForce(long project, FolderTemplate wanted, int expected, long by) {
        List<String> faults = Planning.faults(wanted, projects.settings(project).fields());
        Set<Long> known = rules.sheet(project).rows().stream().map(row -> row.ruleId()).collect(Collectors.toSet());
        if (all(wanted.root()).flatMap(plan -> plan.rules().stream()).anyMatch(rule -> !known.contains(rule))) {
            faults = Stream.concat(faults.stream(), Stream.of("A rule that is to stand on a folder is not in force any more.")).toList();
        }
        if (!faults.isEmpty()) {
            throw Refused.invalid("template", String.join(" ", faults.subList(0, Math.min(5, faults.size()))));
        }
        Optional<TemplateEdition> before = editions.findByProjectIdAndTemplateKeyAndInForceTrue(project, wanted.key());
        int newest = before.map(e -> e.edition).orElse(0);
        if (newest != expected) {
            throw Refused.conflict("changed-meanwhile", expected == 0 ? "There is a template of that name already."
                    : "Edition " + newest + " of this template was put in force in the meantime. Look at it before you put yours over it.");
        }
        before.ifPresent(e -> e.inForce = false);
        editions.flush();
        FolderTemplate next = new FolderTemplate(wanted.key(), wanted.name(), newest + 1, wanted.root());
        TemplateEdition edition = new TemplateEdition();
        edition.projectId = project;
        edition.templateKey = next.key();
        edition.edition = next.edition();
        edition.definition = Json.write(next);
        edition.inForce = true;
        edition.putInForceBy = by;
        edition.madeAt = clock.instant();
        editions.save(edition);
        return next;
    }

    static Stream<FolderPlan> all(FolderPlan plan) {
        return Stream.concat(Stream.of(plan), plan.below().stream().flatMap(Templates::all));
    }
}
