package app.pervius.server.packages;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.InformationState;
import app.pervius.core.template.FolderPlan;
import app.pervius.core.template.FolderTemplate;
import app.pervius.core.template.Planned;
import app.pervius.core.template.Planning;
import app.pervius.core.template.RollOut;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.rules.RuleDesk;
import app.pervius.server.rules.Rules;
import app.pervius.server.store.Json;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** The folders of a package: what its template calls for, what was made of it, and bringing them up to it. */
@Component
class PackageFolders {

    private final Templates templates;
    private final Folders folders;
    private final Projects projects;
    private final People people;
    private final Rules rules;
    private final RuleDesk ruleDesk;
    private final Live live;
    private final JdbcClient jdbc;

    PackageFolders(Templates templates, Folders folders, Projects projects, People people, Rules rules, RuleDesk ruleDesk, Live live,
            JdbcClient jdbc) {
        this.templates = templates;
        this.folders = folders;
        this.projects = projects;
        this.people = people;
        this.rules = rules;
        this.ruleDesk = ruleDesk;
        this.live = live;
        this.jdbc = jdbc;
    }

    /** What bringing its folders up to the template in force would change. */
    List<RollOut.Change> wouldChange(WorkPackage row) {
        return RollOut.changes(planned(row), made(row));
    }

    void bringUp(WorkPackage row, Actor actor) {
        Map<String, Long> byKey = new HashMap<>();
        made(row).forEach((key, folder) -> byKey.put(key, folder.folder()));
        Map<Long, List<Long>> standing = new LinkedHashMap<>();
        for (RollOut.Change change : wouldChange(row)) {
            switch (change) {
                case RollOut.Change.Make(Planned planned) -> {
                    long folder = make(row, planned, byKey);
                    byKey.put(planned.plan().key(), folder);
                    jdbc.sql("delete from made_folder where package_id = ? and plan_key = ?").params(row.id(), planned.plan().key())
                            .update();
                    jdbc.sql("insert into made_folder (package_id, plan_key, folder_id, made_as) values (?, ?, ?, ?)")
                            .params(row.id(), planned.plan().key(), folder, planned.name()).update();
                }
                case RollOut.Change.Rename(String key, long folder, String from, String to) -> {
                    folders.rename(folder, to, folders.folder(folder).version());
                    jdbc.sql("update made_folder set made_as = ? where package_id = ? and plan_key = ?").params(to, row.id(), key).update();
                }
                case RollOut.Change.Stand(String key, String name, long rule) -> standing.computeIfAbsent(rule, r -> new ArrayList<>())
                        .add(byKey.get(key));
                case RollOut.Change.Stays stays -> { }
            }
        }
        standing.forEach((rule, its) -> ruleDesk.standAlso(rule, its, actor.person(row.projectId)));
        FolderTemplate template = template(row);
        row.folderId = byKey.get(template.root().key());
        row.templateEdition = template.edition();
        changed(row);
    }

    private long make(WorkPackage row, Planned planned, Map<String, Long> byKey) {
        FolderPlan plan = planned.plan();
        long parent = planned.above().map(byKey::get).orElse(row.parentFolder);
        if (plan.owner() == FolderPlan.Owner.FIRM && row.firmId == null) {
            throw Refused.invalid("firm", "“" + planned.name() + "” is to be the firm's own folder, but the package is for no firm.");
        }
        InformationState state = plan.state().orElse(null);
        return folders.make(new Folders.NewFolder(parent, planned.name(), state, plan.owner() == FolderPlan.Owner.FIRM ? row.firmId : null,
                plan.values()));
    }

    private List<Planned> planned(WorkPackage row) {
        Projects.Settings project = projects.settings(row.projectId);
        FieldValues values = new FieldValues(Map.of("project", project.code(), FolderTemplate.PACKAGE, row.code, FolderTemplate.TITLE,
                row.title))
                .with(row.firmId == null ? FieldValues.NONE : new FieldValues(Map.of("originator", people.firm(row.firmId).code())))
                .with(new FieldValues(Json.read(row.givenValues, new TypeReference<Map<String, String>>() { })));
        return switch (Planning.plan(template(row), values, project.fields())) {
            case Planning.Plan.Sound(List<Planned> all) -> all;
            case Planning.Plan.Faulty(List<String> faults) -> throw Refused.invalid("template", String.join(" ", faults));
        };
    }

    /** The folders that were made for it and are still there. */
    private Map<String, RollOut.Made> made(WorkPackage row) {
        record Kept(String key, long folder, String madeAs) {
        }
        Map<String, RollOut.Made> made = new LinkedHashMap<>();
        jdbc.sql("select plan_key, folder_id, made_as from made_folder where package_id = ? order by folder_id").param(row.id())
                .query((r, n) -> new Kept(r.getString("plan_key"), r.getLong("folder_id"), r.getString("made_as"))).list()
                .forEach(kept -> folders.find(kept.folder()).ifPresent(folder ->
                        made.put(kept.key(), new RollOut.Made(kept.folder(), folder.name(), kept.madeAs(),
                                standing(row.projectId, kept.folder())))));
        return made;
    }

    private Set<Long> standing(long project, long folder) {
        return rules.sheet(project).rows().stream().filter(row -> row.rule().where().places().stream()
                .anyMatch(p -> p.folder().value() == folder))
                .map(row -> row.ruleId()).collect(Collectors.toSet());
    }

    FolderTemplate template(WorkPackage row) {
        return templates.inForce(row.projectId, row.templateKey).orElseThrow();
    }

    void changed(WorkPackage row) {
        live.changed(new Change(row.projectId, null, Live.Topic.FOLDER, row.parentFolder));
    }
}
