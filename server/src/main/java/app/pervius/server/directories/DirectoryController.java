package app.pervius.server.directories;

import app.pervius.core.project.InformationState;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.DataDirectory;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Directories of the server that lead into folders, set by controllers below what was allowed when Pervius was started. */
@RestController
class DirectoryController {

    private static final int MOST_SHOWN = 200;

    /** Whose the files of a subdirectory are. */
    record SubdirectoryAuthor(@NotBlank @Size(max = 255) @Pattern(regexp = "[^/\\\\\\x00-\\x1f]+", message = "the name of one subdirectory")
            String subdirectory, long person) {
    }

    /**
     * A directory as it is set.
     *
     * @param everySeconds how long after one look the next follows at the latest
     * @param restSeconds a file is complete once its size and time have not changed for so long; without {@code marker}
     * @param marker a file is complete once one of its name and this ending lies beside it; absent where rest counts
     * @param moveTo where a file goes once it was taken; absent where it is deleted
     * @param author whose all its files are; absent where subdirectories say so
     * @param quietSeconds what came together is handed in once nothing more has come for so long
     * @param version as it was seen; 0 for a new one
     */
    record DirectoryForm(long folder, @NotBlank @Size(max = 1000) String path, @Min(1) @Max(86_400) int everySeconds,
            @Min(0) @Max(3_600) int restSeconds,
            @Nullable @Pattern(regexp = "[A-Za-z0-9]{1,20}", message = "an ending of letters and digits, without the dot") String marker,
            @Nullable @Size(max = 1000) String moveTo, @Nullable Long author,
            @NotNull @Size(max = 500) List<@Valid @NotNull SubdirectoryAuthor> authors, @Min(1) @Max(540) int quietSeconds,
            boolean switchedOn, int version) {
    }

    /** A file that cannot be taken, or was taken and cannot be removed. */
    record FileLeft(String path, String why) {
    }

    /**
     * A directory with what is known of it now.
     *
     * @param lastLooked absent where it was not looked at since Pervius was started
     * @param fault why it cannot be looked at
     * @param waiting files that are not complete yet
     * @param gathering whether something that was taken goes with what comes next
     * @param leftInAll how many files are not taken
     * @param left the first 200 of them by name
     * @param ofNobody subdirectories that no author was named for
     */
    record DirectoryView(long id, DirectoryForm form, String folderPath, @Nullable String authorName, @Nullable Instant lastLooked,
            @Nullable String fault, int waiting, boolean gathering, long taken, int leftInAll, List<FileLeft> left, List<String> ofNobody) {
    }

    /** Directories of a project, and below what new ones may lie. */
    record DirectoriesView(List<DirectoryView> directories, List<String> below) {
    }

    private final DirectoryBook book;
    private final AllowedRoots roots;
    private final DataDirectory data;
    private final TakingFiles taking;
    private final DirectoryLook looks;
    private final Folders folders;
    private final People people;
    private final Projects projects;

    DirectoryController(DirectoryBook book, AllowedRoots roots, DataDirectory data, TakingFiles taking, DirectoryLook looks,
            Folders folders, People people,
            Projects projects) {
        this.book = book;
        this.roots = roots;
        this.data = data;
        this.taking = taking;
        this.looks = looks;
        this.folders = folders;
        this.people = people;
        this.projects = projects;
    }

    @GetMapping("/api/projects/{project}/directories")
    DirectoriesView all(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return new DirectoriesView(book.of(project).stream().map(this::view).toList(), roots.of(code(project)));
    }

    @Act(kind = ActKind.CONNECTIONS, says = "added a watched directory")
    @PostMapping("/api/projects/{project}/directories")
    @ResponseStatus(HttpStatus.CREATED)
    DirectoryView add(@PathVariable long project, @Valid @RequestBody DirectoryForm form, Actor actor) {
        actor.mustControl(project);
        Directory wanted = checked(0, project, form);
        Acting.to(project, form.path().strip());
        try {
            long id = book.add(wanted);
            looks.soon();
            return view(book.find(id).orElseThrow());
        } catch (DuplicateKeyException e) {
            throw taken();
        }
    }

    @Act(kind = ActKind.CONNECTIONS, says = "changed a watched directory")
    @PutMapping("/api/directories/{id}")
    DirectoryView change(@PathVariable long id, @Valid @RequestBody DirectoryForm form, Actor actor) {
        Directory before = controlled(id, actor);
        Acting.to(before.project(), before.path().toString());
        if (form.folder() != before.folder()) {
            throw Refused.invalid("folder", "A directory leads into one folder; set another one for another folder.");
        }
        try {
            if (!book.change(checked(id, before.project(), form))) {
                throw changedMeanwhile();
            }
        } catch (DuplicateKeyException e) {
            throw taken();
        }
        taking.forget(id);
        looks.soon();
        return view(book.find(id).orElseThrow());
    }

    @Act(kind = ActKind.CONNECTIONS, says = "removed a watched directory")
    @DeleteMapping("/api/directories/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, Actor actor) {
        Directory its = controlled(id, actor);
        Acting.to(its.project(), its.path().toString());
        taking.send(id);
        book.remove(id);
        taking.forget(id);
    }

    /** Switches it on or off; what was taken before stays taken. */
    @Act(kind = ActKind.CONNECTIONS, says = "switched a watched directory on or off")
    @PutMapping("/api/directories/{id}/switched-on")
    DirectoryView turn(@PathVariable long id, @RequestBody boolean on, Actor actor) {
        Directory its = controlled(id, actor);
        Acting.to(its.project(), its.path() + (on ? ", on" : ", off"));
        if (!book.change(new Directory(its.id(), its.project(), its.folder(), its.path(), its.everySeconds(), its.complete(),
                its.afterwards(), its.author(), its.authors(), its.quietSeconds(), on, its.count()))) {
            throw changedMeanwhile();
        }
        looks.soon();
        return view(book.find(id).orElseThrow());
    }

    /** Looks at it now, and hands in what was gathered from it; answers with what there is to know then. */
    @PostMapping("/api/directories/{id}/looks")
    DirectoryView look(@PathVariable long id, Actor actor) {
        Directory its = controlled(id, actor);
        looks.now(its);
        taking.send(id);
        return view(book.find(id).orElseThrow());
    }

    private String code(long project) {
        return projects.settings(project).code();
    }

    private Directory controlled(long id, Actor actor) {
        Directory its = book.find(id).orElseThrow(() -> Refused.notFound("directory"));
        if (!actor.memberships().containsKey(its.project())) {
            throw Refused.notFound("directory");
        }
        actor.mustControl(its.project());
        return its;
    }

    private Directory checked(long id, long project, DirectoryForm form) {
        Folders.FolderView folder = folders.find(form.folder()).filter(f -> f.project() == project)
                .orElseThrow(() -> Refused.invalid("folder", "Choose a folder of this project."));
        if (folder.state() != InformationState.WORK_IN_PROGRESS || folder.parent() == null) {
            throw Refused.invalid("folder", "Files can only come into a folder of work in progress.");
        }
        String path = form.path().strip();
        roots.fault(code(project), path, data).ifPresent(why -> {
            throw Refused.invalid("path", why);
        });
        Optional<String> moveTo = Optional.ofNullable(form.moveTo()).map(String::strip).filter(text -> !text.isEmpty());
        moveTo.flatMap(to -> roots.fault(code(project), to, data)).ifPresent(why -> {
            throw Refused.invalid("moveTo", why);
        });
        moveTo = moveTo.map(DirectoryController::plain);
        if (moveTo.filter(plain(path)::equals).isPresent()) {
            throw Refused.invalid("moveTo", "What was taken cannot go where it was taken from.");
        }
        Map<String, Long> authors = new LinkedHashMap<>();
        form.authors().forEach(one -> authors.put(one.subdirectory().strip(), one.person()));
        Set<Long> members = people.membersOf(project).stream().map(People.PersonView::id).collect(Collectors.toSet());
        if (form.author() == null && authors.isEmpty()) {
            throw Refused.invalid("author", "Say whose the files are.");
        }
        if (form.author() != null && !members.contains(form.author()) || !members.containsAll(authors.values())) {
            throw Refused.invalid("author", "The author is not in this project.");
        }
        if (authors.keySet().stream().anyMatch(name -> name.equals("..") || name.equals("."))) {
            throw Refused.invalid("authors", "Name a subdirectory.");
        }
        return new Directory(id, project, form.folder(), plain(path), form.everySeconds(),
                new Directory.Complete(form.marker() == null ? form.restSeconds() : 0, form.marker()),
                new Directory.Afterwards(moveTo.orElse(null)), form.author(), form.author() == null ? authors : Map.of(),
                form.quietSeconds(), form.switchedOn(), new Directory.Count(0, form.version()));
    }

    /** A path without what only stands in it: no double slashes, dots or one at its end. */
    private static String plain(String path) {
        return Path.of(path).normalize().toString();
    }

    private DirectoryView view(Directory its) {
        Optional<TakingFiles.Found> found = taking.found(its.id());
        List<FileLeft> left = book.noted(its.id()).values().stream().filter(noted -> noted.why().isPresent())
                .map(noted -> new FileLeft(noted.path(), noted.why().orElseThrow())).sorted(Comparator.comparing(FileLeft::path)).toList();
        return new DirectoryView(its.id(), new DirectoryForm(its.folder(), its.path(), its.everySeconds(), its.complete().restSeconds(),
                its.complete().marker(), its.afterwards().moveTo(), its.author(), its.authors().entrySet().stream()
                        .map(e -> new SubdirectoryAuthor(e.getKey(), e.getValue())).toList(), its.quietSeconds(), its.switchedOn(),
                its.count().version()), folders.folder(its.folder()).path(), its.author() == null ? null : people.person(its.author())
                        .name(), found.map(TakingFiles.Found::at).orElse(null),
                found.flatMap(TakingFiles.Found::fault).orElse(null), found.map(TakingFiles.Found::waiting).orElse(0),
                !book.open(its.id()).isEmpty(), its.count().taken(), left.size(), left.subList(0, Math.min(left.size(), MOST_SHOWN)),
                found.map(TakingFiles.Found::ofNobody).orElse(List.of()));
    }

    private static Refused taken() {
        return Refused.invalid("path", "Files are taken from this directory already, into another folder or by another project.");
    }

    private static Refused changedMeanwhile() {
        return Refused.conflict("changed-meanwhile", "Somebody has changed this directory in the meantime. Look at it again.");
    }
}
