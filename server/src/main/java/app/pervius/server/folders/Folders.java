package app.pervius.server.folders;

import app.pervius.core.arrive.FileName;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.server.access.Actor;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.util.Collection;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** The folder tree, for the other features. */
@Service
@Transactional
public class Folders {

    /**
     * A folder.
     *
     * @param firm the firm whose own folder it is, or that of the nearest folder above that has one
     * @param path its name and those above it, from the top, with " / " between; the project's root is left out
     */
    public record FolderView(long id, long project, @Nullable Long parent, String name, String path, InformationState state,
            @Nullable Long firm, int version, boolean restricted) {
    }

    /** What is needed to make a folder; its state and firm are those of its parent where absent. */
    public record NewFolder(long parent, String name, @Nullable InformationState state, @Nullable Long firm, Map<String, String> values) {
    }

    /** So many folders, and files that lie in them now. */
    public record Reach(int folders, int files) {
    }

    private final FolderRepository folders;
    private final FolderFileRepository files;
    private final List<FolderUse> uses;
    private final FolderAccess access;
    private final ApplicationEventPublisher events;
    private final Live live;
    /** A folder, its parent, … up to the root. */
    private final Remembered<Long, List<FolderView>> ways = new Remembered<>();
    private final Remembered<Long, FieldValues> values = new Remembered<>();

    Folders(FolderRepository folders, FolderFileRepository files, List<FolderUse> uses, FolderAccess access,
            ApplicationEventPublisher events, Live live) {
        this.folders = folders;
        this.events = events;
        this.live = live;
        this.files = files;
        this.uses = uses;
        this.access = access;
    }

    /** Makes the root of a project's tree. */
    public long makeRoot(long project, String name) {
        Folder root = new Folder();
        root.projectId = project;
        root.name = name;
        root.nameKey = FileName.keyOf(name);
        changed(folders.save(root));
        return root.id();
    }

    public long make(NewFolder wanted) {
        Folder parent = folders.findById(wanted.parent()).orElseThrow(() -> Refused.notFound("folder"));
        String name = switch (FileName.check(wanted.name())) {
            case FileName.Checked.Fine(FileName fine) -> fine.text();
            case FileName.Checked.Refused refused -> throw Refused.invalid("name", refused.ofFolder());
        };
        if (folders.existsByParentIdAndNameKey(parent.id(), FileName.keyOf(name))) {
            throw Refused.conflict("name-taken", "A folder “" + name + "” lies in “" + parent.name + "” already.");
        }
        Folder folder = new Folder();
        folder.projectId = parent.projectId;
        folder.parentId = parent.id();
        folder.name = name;
        folder.nameKey = FileName.keyOf(name);
        folder.state = wanted.state() == null ? parent.state : wanted.state();
        folder.firmId = wanted.firm() == null ? parent.firmId : wanted.firm();
        folder.fieldValues = Json.write(wanted.values());
        changed(folders.saveAndFlush(folder));
        return folder.id();
    }

    public void rename(long id, String name, int version) {
        Folder folder = unchanged(id, version);
        changed(folder);
        switch (FileName.check(name)) {
            case FileName.Checked.Fine(FileName fine) -> {
                folder.name = fine.text();
                folder.nameKey = FileName.keyOf(fine.text());
            }
            case FileName.Checked.Refused refused -> throw Refused.invalid("name", refused.ofFolder());
        }
        folders.saveAndFlush(folder);
        events.publishEvent(new FolderWent(id));
    }

    /** The name of a folder whose stored values have this in them, as SQL's {@code like} finds it. */
    @Transactional(readOnly = true)
    public Optional<String> havingValue(long project, String like) {
        return folders.withValues(project, like, Limit.of(1)).stream().findFirst();
    }

    /** The folder that names lead to from a folder, one below the other, if all of them exist. */
    @Transactional(readOnly = true)
    public Optional<Long> below(long folder, List<String> names) {
        Optional<Long> at = Optional.of(folder);
        for (String name : names) {
            at = at.flatMap(parent -> folders.findByParentIdAndNameKey(parent, FileName.keyOf(name)).map(Folder::id));
        }
        return at;
    }

    /** The same, making those that are missing with the state and the firm of the folder above. */
    public long ensure(long folder, List<String> names) {
        long at = folder;
        for (String name : names) {
            long parent = at;
            at = below(parent, List.of(name)).orElseGet(() -> make(new NewFolder(parent, name, null, null, Map.of())));
        }
        return at;
    }

    /** Moves a folder with everything below it to another parent in its project; who may see it stays the same. */
    public void move(long id, long parent, int version) {
        Folder folder = unchanged(id, version);
        changed(folder);
        folders.lockedRoot(folder.projectId);
        hindrance(folder, parent).ifPresent(refused -> {
            throw refused;
        });
        folder.parentId = parent;
        folders.saveAndFlush(folder);
        events.publishEvent(new FolderWent(id));
    }

    /** Whether a folder could be moved to another parent. */
    @Transactional(readOnly = true)
    public boolean mayMove(long id, long parent) {
        return folders.findById(id).filter(folder -> hindrance(folder, parent).isEmpty()).isPresent();
    }

    private Optional<Refused> hindrance(Folder folder, long parent) {
        List<FolderView> way = up(parent).filter(w -> w.getFirst().project() == folder.projectId)
                .orElseThrow(() -> Refused.notFound("folder"));
        FolderView target = way.getFirst();
        if (folder.parentId == null) {
            return Optional.of(Refused.conflict("root", "The project's own folder stays at the top."));
        }
        if (way.stream().anyMatch(f -> f.id() == folder.id())) {
            return Optional.of(Refused.conflict("into-itself", "“" + folder.name
                    + "” cannot be moved into itself or into a folder below it."));
        }
        if (target.firm() != null && !target.firm().equals(folder.firmId)) {
            return Optional.of(Refused.conflict("other-people", "“" + target.name() + "” belongs to a firm, and “" + folder.name
                    + "” does not belong to the same: moved there, other people would see it. Make a folder there and send its files "
                            + "again."));
        }
        if (!java.util.Set.copyOf(access.holding(way)).equals(java.util.Set.copyOf(
                access.holding(up(java.util.Objects.requireNonNull(folder.parentId)).orElseThrow())))
                || way.stream().anyMatch(FolderView::restricted) != up(folder.parentId).orElseThrow().stream()
                .anyMatch(FolderView::restricted)) {
            return Optional.of(Refused.conflict("other-people", "Other people may see “" + target.name()
                    + "” than the folder it lies in now. Open it to the same people first, or make a folder there."));
        }
        if (way.size() > 1 && target.state() != folder.state) {
            return Optional.of(Refused.conflict("other-state", "“" + target.name() + "” holds what is "
                    + target.state().name().toLowerCase(Locale.ROOT).replace('_', ' ') + ", “"
                    + folder.name + "” does not. A folder keeps its state; files change theirs by being issued."));
        }
        return Optional.empty();
    }

    /**
     * Deletes a folder that nothing needs; else says all that does.
     *
     * @param allTheSame whether it is deleted although something needs it that then says so itself, such as a rule
     */
    public void delete(long id, int version, boolean allTheSame) {
        Folder folder = unchanged(id, version);
        List<String> needs = needs(folder);
        if (!needs.isEmpty()) {
            throw Refused.conflict("needed", "“" + folder.name + "” cannot be deleted. " + String.join(" ", needs)
                    + String.join(" ", missing(folder)));
        }
        List<String> missing = missing(folder);
        if (!missing.isEmpty() && !allTheSame) {
            throw Refused.conflict("would-be-missed", String.join(" ", missing)
                    + " Deleted all the same, that is said there until it is put right.");
        }
        changed(folder);
        folders.delete(folder);
        folders.flush();
    }

    private List<String> needs(Folder folder) {
        List<String> needs = new ArrayList<>();
        long below = folders.countByParentId(folder.id());
        long kept = files.countByFolderId(folder.id());
        if (folder.parentId == null) {
            needs.add("It is the project's own folder.");
        }
        if (below > 0) {
            needs.add(below == 1 ? "A folder lies in it." : below + " folders lie in it.");
        }
        if (kept > 0) {
            needs.add(kept == 1 ? "A file lies in it or has lain in it, and what happened to it must stay to be found."
                    : kept + " files lie in it or have lain in it, and what happened to them must stay to be found.");
        }
        FolderView view = folder(folder.id());
        uses.stream().filter(use -> !use.saysWhenGone()).forEach(use -> needs.addAll(use.needs(view)));
        return needs;
    }

    /** What would miss the folder and say so. */
    private List<String> missing(Folder folder) {
        FolderView view = folder(folder.id());
        return uses.stream().filter(FolderUse::saysWhenGone).flatMap(use -> use.needs(view).stream()).toList();
    }

    private Folder unchanged(long id, int version) {
        Folder folder = folders.findById(id).orElseThrow(() -> Refused.notFound("folder"));
        if (folder.version != version) {
            throw Refused.conflict("changed-meanwhile", "Somebody else has changed this folder in the meantime; it is called “"
                    + folder.name + "” now.");
        }
        return folder;
    }

    @Transactional(readOnly = true)
    public Optional<FolderView> find(long id) {
        return up(id).map(List::getFirst);
    }

    @Transactional(readOnly = true)
    public FolderView folder(long id) {
        return find(id).orElseThrow(() -> Refused.notFound("folder"));
    }

    /** The folder, if {@code actor} may see it. */
    @Transactional(readOnly = true)
    public FolderView visible(long id, Actor actor) {
        FolderView folder = folder(id);
        if (!maySee(actor, folder)) {
            throw Refused.notFound("folder");
        }
        return folder;
    }

    /** All folders of a project that {@code actor} may see, parents before their children. */
    @Transactional(readOnly = true)
    public List<FolderView> tree(long project, Actor actor) {
        Map<Long, Folder> byId = folders.findByProjectIdOrderById(project).stream()
                .collect(Collectors.toMap(Folder::id, Function.identity(), (a, b) -> a, java.util.LinkedHashMap::new));
        Map<Long, FolderView> views = new java.util.LinkedHashMap<>();
        byId.values().forEach(f -> views.put(f.id(), view(f, path(f, byId))));
        return views.values().stream().filter(f -> access.maySee(actor, way(f, views))).toList();
    }

    /** All folders of a project, whoever may see them, each after the one it lies in. */
    @Transactional(readOnly = true)
    public List<FolderView> all(long project) {
        Map<Long, List<Folder>> below = new HashMap<>();
        List<FolderView> all = new ArrayList<>();
        List<Folder> next = new ArrayList<>();
        for (Folder folder : folders.findByProjectIdOrderById(project)) {
            if (folder.parentId == null) {
                next.add(folder);
            } else {
                below.computeIfAbsent(folder.parentId, k -> new ArrayList<>()).add(folder);
            }
        }
        Map<Long, String> paths = new HashMap<>();
        for (int i = 0; i < next.size(); i++) {
            Folder folder = next.get(i);
            String above = folder.parentId == null ? "" : paths.get(folder.parentId);
            paths.put(folder.id(), folder.parentId == null ? "" : above == null || above.isEmpty() ? folder.name
                    : above + " / " + folder.name);
            all.add(view(folder, paths.get(folder.id())));
            next.addAll(below.getOrDefault(folder.id(), List.of()));
        }
        return all;
    }

    /** The folder, its parent, … up to the root. */
    @Transactional(readOnly = true)
    public List<FolderId> pathUp(long id) {
        return up(id).stream().flatMap(List::stream).map(folder -> new FolderId(folder.id())).toList();
    }

    /** Field values that hold for everything in a folder: its own, over those of the folders above. */
    @Transactional(readOnly = true)
    public FieldValues valuesOf(long id) {
        return values.get(id, () -> {
            Folder folder = folders.findById(id).orElseThrow();
            FieldValues above = folder.parentId == null ? FieldValues.NONE : valuesOf(folder.parentId);
            return above.with(new FieldValues(Json.read(folder.fieldValues, new TypeReference<Map<String, String>>() { })));
        });
    }

    /** Whether {@code actor} may put files into the folder: those whose own it is or to whom it is opened for that, and controllers. */
    @Transactional(readOnly = true)
    public boolean mayDrop(Actor actor, FolderView folder) {
        return access.mayDrop(actor, up(folder.id()).orElseThrow());
    }

    /**
     * Who may put files into a folder beside document control.
     *
     * @param firms the ids of firms, one of them that whose own folder it is
     * @param roles the ids of roles
     */
    public record Droppers(List<Long> firms, List<Long> roles) {

        public boolean nobody() {
            return firms.isEmpty() && roles.isEmpty();
        }
    }

    /**
     * Who may put files into a folder; empty for one nobody drops into, such as the project's own, or one where only what was decided is
     * placed.
     */
    @Transactional(readOnly = true)
    public Optional<Droppers> droppers(long id) {
        return up(id).filter(way -> way.getFirst().state() == InformationState.WORK_IN_PROGRESS && way.getFirst().parent() != null)
                .map(access::droppers);
    }

    /** The folder, and every folder below it. */
    @Transactional(readOnly = true)
    public List<Long> withBelow(long id) {
        return all(folder(id).project()).stream().map(FolderView::id).filter(f -> pathUp(f).contains(new FolderId(id))).toList();
    }

    /** Whether {@code actor} may see the folder. */
    @Transactional(readOnly = true)
    public boolean maySee(Actor actor, FolderView folder) {
        return access.maySee(actor, up(folder.id()).orElseThrow());
    }

    /** Says to whom a folder and what is below it are opened, and whether it is restricted to them. */
    void open(long id, boolean restricted, List<FolderAccess.Grant> grants, int version) {
        Folder folder = unchanged(id, version);
        changed(folder);
        folder.restricted = restricted;
        folder.accessEdition++;
        access.set(id, grants);
        folders.saveAndFlush(folder);
    }

    /** The folder and those above it, with what is said of each. */
    @Transactional(readOnly = true)
    List<FolderView> way(long id) {
        return up(id).orElseThrow(() -> Refused.notFound("folder"));
    }

    private static List<FolderView> way(FolderView folder, Map<Long, FolderView> views) {
        List<FolderView> way = new ArrayList<>();
        for (FolderView at = folder; at != null; at = at.parent() == null ? null : views.get(at.parent())) {
            way.add(at);
        }
        return way;
    }

    /** Nothing that was remembered of the tree holds any more, here and in the browsers. */
    private void changed(Folder folder) {
        ways.changed();
        values.changed();
        live.changed(new Change(folder.projectId, null, Live.Topic.FOLDER, folder.id()));
    }

    private Optional<List<FolderView>> up(long id) {
        return ways.find(id, () -> folders.findById(id).map(folder -> {
            List<FolderView> above = Optional.ofNullable(folder.parentId).flatMap(this::up).orElse(List.of());
            return Stream.concat(Stream.of(view(folder, above.isEmpty() ? "" : below(above.getFirst(), folder.name))), above.stream())
                    .toList();
        }));
    }

    private static String below(FolderView parent, String name) {
        return parent.path().isEmpty() ? name : parent.path() + " / " + name;
    }

    private static String path(Folder folder, Map<Long, Folder> byId) {
        if (folder.parentId == null) {
            return "";
        }
        String above = path(Objects.requireNonNull(byId.get(folder.parentId)), byId);
        return above.isEmpty() ? folder.name : above + " / " + folder.name;
    }

    private static FolderView view(Folder f, String path) {
        return new FolderView(f.id(), f.projectId, f.parentId, f.name, path, f.state, f.firmId, f.version, f.restricted);
    }

    /** What there is that is these firms' own. */
    @Transactional(readOnly = true)
    public Reach reach(long project, Collection<Long> firms) {
        List<Long> its = all(project).stream().filter(f -> f.firm() != null && firms.contains(f.firm())).map(FolderView::id).toList();
        return new Reach(its.size(), its.isEmpty() ? 0 : files.countByFolderIdInAndPresentTrue(its));
    }
}
