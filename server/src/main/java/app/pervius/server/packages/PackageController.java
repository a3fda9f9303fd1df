package app.pervius.server.packages;

import app.pervius.core.project.InformationState;
import app.pervius.core.template.FolderPlan.Owner;
import app.pervius.core.template.FolderPlan;
import app.pervius.core.template.FolderTemplate;
import app.pervius.core.template.Planned;
import app.pervius.core.template.RollOut;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Packages and the templates their folders are made from. */
@RestController
class PackageController {

    private static final int MOST_FOUND = 100;

    private final WorkPackageRepository rows;
    private final Packages packages;
    private final Templates templates;
    private final Folders folders;
    private final Files files;
    private final People people;
    private final PackageFolders made;

    PackageController(WorkPackageRepository rows, Packages packages, Templates templates, Folders folders, Files files, People people,
            PackageFolders made) {
        this.rows = rows;
        this.packages = packages;
        this.templates = templates;
        this.folders = folders;
        this.files = files;
        this.people = people;
        this.made = made;
    }

    /** A folder of a template as a screen fills it in. */
    record PlanForm(@NotNull @Pattern(regexp = "[a-z0-9-]{1,60}", message = "is made of lower-case letters, digits and hyphens") String key,
            @NotBlank @Size(max = 500) String name, @Nullable InformationState state, @NotNull Owner owner,
            @NotNull Map<@Size(max = 60) String, @NotNull @Size(max = 200) String> values,
            @NotNull @Size(max = 50) List<@NotNull Long> rules,
            @NotNull @Size(max = 200) List<@Valid @NotNull PlanForm> below) {

        FolderPlan plan() {
            return new FolderPlan(key, name.strip(), Optional.ofNullable(state), owner, values, rules, below.stream().map(PlanForm::plan)
                    .toList());
        }

        static PlanForm of(FolderPlan p) {
            return new PlanForm(p.key(), p.name(), p.state().orElse(null), p.owner(), p.values(), p.rules(), p.below().stream()
                    .map(PlanForm::of).toList());
        }
    }

    record TemplateView(String key, String name, int edition, PlanForm root, int madeFrom) {
    }

    record TemplateEntry(int after, @NotBlank @Size(max = 200) String name, @Valid @NotNull PlanForm root) {
    }

    /**
     * A package.
     *
     * @param folder its own folder; absent while its folders have not been made
     * @param failed why they could not be made
     */
    record PackageView(long id, Kind kind, String code, String title, @Nullable String firm, MadeFrom template, long parent,
            @Nullable Long folder, @Nullable String failed, String by, Instant at) {
    }

    /** The template a package was made from; {@code behind} is whether it has a newer edition than the folders were made from. */
    record MadeFrom(String name, int edition, boolean behind) {
    }

    record PackageEntry(@NotNull Kind kind, @NotBlank @Size(max = 60) String code, @NotBlank @Size(max = 120) String title,
            @Nullable Long firm,
            @NotBlank @Size(max = 60) String template, @NotNull Long parent,
            @NotNull Map<@Size(max = 60) String, @NotNull @Size(max = 200) String> values) {
    }

    /** A change in words, and whether it changes anything. */
    record ChangeView(String sentence, boolean changes) {
    }

    /** What a template's edition in force would change for one package. */
    record RollOutView(long id, String code, int edition, List<ChangeView> changes, @Nullable String fault) {
    }

    record RollOutEntry(int edition) {
    }

    record NewPackage(long id) {
    }

    /** A file found below a folder. */
    record FoundFile(long id, String name, long folder, String path) {
    }

    @GetMapping("/api/projects/{project}/folder-templates")
    List<TemplateView> templates(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return templates.all(project).stream().map(t -> new TemplateView(t.key(), t.name(), t.edition(), PlanForm.of(t.root()),
                rows.findByProjectIdAndTemplateKeyOrderByCode(project, t.key()).size())).toList();
    }

    @Act(kind = ActKind.SETTINGS, says = "put the folder template {template} in force")
    @PutMapping("/api/projects/{project}/folder-templates/{template}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void putInForce(@PathVariable long project, @PathVariable @Pattern(regexp = "[a-z][a-z0-9-]{0,59}") String template,
            @Valid @RequestBody TemplateEntry entry,
            Actor actor) {
        actor.mustControl(project);
        templates.putInForce(project, new FolderTemplate(template, entry.name().strip(), 0, entry.root().plan()), entry.after(),
                actor.person(project));
    }

    /** What the template's edition in force would change in each package made from it. */
    @GetMapping("/api/projects/{project}/folder-templates/{template}/roll-out")
    List<RollOutView> wouldChange(@PathVariable long project, @PathVariable String template, Actor actor) {
        actor.mustControl(project);
        FolderTemplate inForce = templates.inForce(project, template).orElseThrow(() -> Refused.notFound("template"));
        return rows.findByProjectIdAndTemplateKeyOrderByCode(project, template).stream().filter(row -> row.folderId != null).map(row -> {
            try {
                return new RollOutView(row.id(), row.code, inForce.edition(), made.wouldChange(row).stream().map(this::inWords)
                        .toList(), null);
            } catch (Refused fault) {
                return new RollOutView(row.id(), row.code, inForce.edition(), List.of(), fault.sentence());
            }
        }).toList();
    }

    @GetMapping("/api/projects/{project}/packages")
    List<PackageView> all(@PathVariable long project, Actor actor) {
        actor.in(project);
        return rows.findByProjectIdOrderByCode(project).stream().filter(row -> row.firmId == null || actor.maySee(project, row.firmId))
                .map(this::view).toList();
    }

    @PostMapping("/api/projects/{project}/packages")
    @ResponseStatus(HttpStatus.CREATED)
    NewPackage make(@PathVariable long project, @Valid @RequestBody PackageEntry entry, Actor actor) {
        actor.mustControl(project);
        return new NewPackage(packages.make(project, new Packages.WantedPackage(entry.kind(), entry.code().strip(), entry.title().strip(),
                entry.firm(),
                entry.template(), entry.parent(), entry.values()), actor));
    }

    @GetMapping("/api/packages/{id}")
    PackageView one(@PathVariable long id, Actor actor) {
        return view(packages.visible(id, actor));
    }

    /** Tries again to make folders that could not be made. */
    @PostMapping("/api/packages/{id}/folders")
    PackageView tryAgain(@PathVariable long id, Actor actor) {
        packages.tryAgain(id, actor);
        return view(packages.visible(id, actor));
    }

    @PostMapping("/api/packages/{id}/roll-out")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void rollOut(@PathVariable long id, @Valid @RequestBody RollOutEntry entry, Actor actor) {
        actor.mustControl(packages.visible(id, actor).projectId);
        packages.rollOut(id, entry.edition(), actor);
    }

    /** Files in a folder and below it whose name has the text in it. */
    @GetMapping("/api/folders/{id}/found")
    List<FoundFile> found(@PathVariable long id, @RequestParam @Size(min = 1, max = 200) String text, Actor actor) {
        Folders.FolderView root = folders.visible(id, actor);
        List<Folders.FolderView> tree = folders.tree(root.project(), actor);
        java.util.Map<Long, Folders.FolderView> below = new java.util.LinkedHashMap<>(Map.of(id, root));
        tree.forEach(folder -> {
            if (folder.parent() != null && below.containsKey(folder.parent())) {
                below.put(folder.id(), folder);
            }
        });
        return files.named(below.keySet(), text, MOST_FOUND).stream()
                .map(f -> new FoundFile(f.id(), f.name(), f.folder(), Objects.requireNonNull(below.get(f.folder())).path())).toList();
    }

    private PackageView view(WorkPackage row) {
        FolderTemplate template = templates.inForce(row.projectId, row.templateKey).orElseThrow();
        return new PackageView(row.id(), row.kind, row.code, row.title, row.firmId == null ? null : people.firm(row.firmId).name(),
                new MadeFrom(template.name(), row.templateEdition, row.folderId != null && row.templateEdition < template.edition()),
                row.parentFolder, row.folderId, row.failed,
                people.person(row.madeBy).name(), row.madeAt);
    }

    private ChangeView inWords(RollOut.Change change) {
        return switch (change) {
            case RollOut.Change.Make(Planned planned) -> new ChangeView("Makes the folder “" + planned.name() + "”.", true);
            case RollOut.Change.Rename(String key, long folder, String from, String to) ->
                    new ChangeView("Renames “" + from + "” to “" + to + "”.", true);
            case RollOut.Change.Stand(String key, String name, long rule) ->
                    new ChangeView("A rule of the template comes to stand on “" + name + "”.", true);
            case RollOut.Change.Stays(long folder, String name) -> new ChangeView("“" + name + "” is in the template no more; it stays.",
                    false);
        };
    }
}
