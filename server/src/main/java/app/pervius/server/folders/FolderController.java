package app.pervius.server.folders;

import app.pervius.core.project.InformationState;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import app.pervius.server.http.Tagged;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The folder tree of a project. */
@RestController
class FolderController {

    private final Folders folders;
    private final FolderAccess access;
    private final Grantees grantees;
    private final Keepers keepers;

    FolderController(Folders folders, FolderAccess access, Grantees grantees, Keepers keepers) {
        this.folders = folders;
        this.access = access;
        this.grantees = grantees;
        this.keepers = keepers;
    }

    record FolderEntry(@NotBlank @Size(max = 200) String name, @Nullable InformationState state, @Nullable Long firm,
            @Nullable Map<String, @NotNull String> values) {
    }

    record NameEntry(@NotBlank @Size(max = 200) String name, int version) {
    }

    record ParentEntry(long parent, int version) {
    }

    @Tagged
    @GetMapping("/api/projects/{project}/folders")
    List<Folders.FolderView> tree(@PathVariable long project, Actor actor) {
        actor.in(project);
        return folders.tree(project, actor);
    }

    @Act(kind = ActKind.FOLDERS, says = "made a folder")
    @PostMapping("/api/folders/{parent}/folders")
    @ResponseStatus(HttpStatus.CREATED)
    Folders.FolderView make(@PathVariable long parent, @Valid @RequestBody FolderEntry entry, Actor actor) {
        Folders.FolderView above = folders.visible(parent, actor);
        actor.mustControl(above.project());
        Acting.to(above.project(), "“" + entry.name().strip() + "” in " + above.path());
        long id = folders.make(new Folders.NewFolder(parent, entry.name(), entry.state(), entry.firm(),
                entry.values() == null ? Map.of() : entry.values()));
        return folders.folder(id);
    }

    @Act(kind = ActKind.FOLDERS, says = "renamed a folder")
    @PutMapping("/api/folders/{id}/name")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void rename(@PathVariable long id, @Valid @RequestBody NameEntry entry, Actor actor) {
        Folders.FolderView folder = folders.visible(id, actor);
        actor.mustControl(folder.project());
        Acting.to(folder.project(), folder.path() + " to “" + entry.name().strip() + "”");
        folders.rename(id, entry.name(), entry.version());
    }

    @Act(kind = ActKind.FOLDERS, says = "moved a folder")
    @PutMapping("/api/folders/{id}/parent")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void move(@PathVariable long id, @Valid @RequestBody ParentEntry entry, Actor actor) {
        Folders.FolderView folder = folders.visible(id, actor);
        actor.mustControl(folder.project());
        Acting.to(folder.project(), folder.path() + " below " + folders.visible(entry.parent(), actor).path());
        folders.move(id, entry.parent(), entry.version());
    }

    @Act(kind = ActKind.FOLDERS, says = "deleted a folder")
    @DeleteMapping("/api/folders/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable long id, @RequestParam int version, @RequestParam(defaultValue = "false") boolean allTheSame, Actor actor) {
        Folders.FolderView folder = folders.visible(id, actor);
        actor.mustControl(folder.project());
        Acting.to(folder.project(), folder.path());
        folders.delete(id, version, allTheSame);
    }

    /** A role or a firm a folder is opened to; one of the two. */
    record GrantForm(@Nullable Long role, @Nullable Long firm, boolean mayDrop) {
    }

    /** What is said of a folder above, and of which. */
    record AboveView(String folder, List<GrantForm> grants, boolean restricted) {
    }

    /** Who may put files into a folder beside document control: ids of firms and roles. */
    record DroppersView(long folder, List<Long> firms, List<Long> roles) {
    }

    /** Who may hand in where, for every folder into which anything is handed in; for controllers, and for who looks after folders. */
    @GetMapping("/api/projects/{project}/hand-ins")
    List<DroppersView> handIns(@PathVariable long project, Actor actor) {
        if (!actor.controls(project) && keepers.keptBy(actor, project).isEmpty()) {
            actor.mustControl(project);
        }
        return folders.tree(project, actor).stream().flatMap(f -> folders.droppers(f.id())
                .map(d -> new DroppersView(f.id(), d.firms(), d.roles())).stream()).toList();
    }

    /** To whom a folder is opened, who looks after it and so keeps the rules that stand only there, and what holds from above. */
    record FolderAccessView(@Nullable Long firm, boolean restricted, List<GrantForm> grants, List<Long> keepers, List<AboveView> above,
            int version) {
    }

    record FolderAccessEntry(int version, boolean restricted, @NotNull @Size(max = 100) List<@Valid @NotNull GrantForm> grants,
            @Nullable @Size(max = 50) List<@NotNull Long> keepers) {
    }

    @GetMapping("/api/folders/{id}/access")
    FolderAccessView access(@PathVariable long id, Actor actor) {
        Folders.FolderView folder = folders.visible(id, actor);
        actor.mustControl(folder.project());
        List<Folders.FolderView> above = folders.way(id).stream().skip(1).toList();
        return new FolderAccessView(folder.firm(), folder.restricted(), grants(id), keepers.of(id).stream().sorted().toList(),
                above.stream().filter(f -> f.restricted() || !access.of(f.id()).isEmpty())
                .map(f -> new AboveView(f.path().isEmpty() ? f.name() : f.path(), grants(f.id()), f.restricted())).toList(),
                folder.version());
    }

    /** Says to whom a folder and what is below it are opened. */
    @Act(kind = ActKind.FOLDERS, says = "set to whom a folder is open")
    @PutMapping("/api/folders/{id}/access")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void open(@PathVariable long id, @Valid @RequestBody FolderAccessEntry entry, Actor actor) {
        Folders.FolderView folder = folders.visible(id, actor);
        actor.mustControl(folder.project());
        entry.grants().forEach(g -> {
            if ((g.role() == null) == (g.firm() == null) || g.role() != null && !grantees.isRole(folder.project(), g.role())
                    || g.firm() != null && !grantees.isFirm(folder.project(), g.firm())) {
                throw Refused.invalid("grants", "A folder is opened to a role of this project or to a firm.");
            }
        });
        List<Long> kept = entry.keepers() == null ? keepers.of(id).stream().toList() : entry.keepers();
        kept.stream().filter(person -> !grantees.isMember(folder.project(), person)).findFirst().ifPresent(person -> {
            throw Refused.invalid("keepers", "Somebody who is to look after the folder is not in this project.");
        });
        Acting.to(folder.project(), folder.path() + (entry.restricted() ? ", closed to all others" : "") + ", "
                + opened(folder.project(), entry.grants()));
        folders.open(id, entry.restricted(), entry.grants().stream().map(g -> new FolderAccess.Grant(id, g.role(), g.firm(), g.mayDrop()))
                .distinct().toList(), entry.version());
        keepers.set(id, kept);
    }

    /** The folders whoever asks looks after, those below included. */
    @GetMapping("/api/projects/{project}/kept-folders")
    List<Long> kept(@PathVariable long project, Actor actor) {
        actor.in(project);
        return keepers.keptBy(actor, project);
    }

    private String opened(long project, List<GrantForm> grants) {
        return grants.isEmpty() ? "to nobody else" : "to " + grants.stream().map(g -> grantees.name(project, g.role(), g.firm())
                + (g.mayDrop() ? " (may hand in)" : "")).sorted().collect(Collectors.joining(", "));
    }

    private List<GrantForm> grants(long folder) {
        return access.of(folder).stream().map(g -> new GrantForm(g.role(), g.firm(), g.mayDrop())).toList();
    }
}
