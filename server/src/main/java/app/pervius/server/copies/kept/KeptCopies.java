package app.pervius.server.copies.kept;

import app.pervius.core.arrive.FileName;
import app.pervius.core.prepare.Keeping;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.rules.Where;
import app.pervius.server.copies.Copies;
import app.pervius.server.copies.kept.MirroredTree.Tree;
import app.pervius.server.folders.FileWent;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.FolderWent;
import app.pervius.server.folders.Folders;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.PassageNoted;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Puts the PDF that is read of a file where its rule says, and has it follow the file. It is no arrival where it lies, and no part of the
 * revision: what is read and marked stays with the passage.
 */
@Component
public class KeptCopies {

    private final KeptBook book;
    private final MirroredTree tree;
    private final Copies copies;
    private final Folders folders;
    private final Files files;
    private final Live live;
    private final ApplicationEventPublisher events;

    KeptCopies(KeptBook book, MirroredTree tree, Copies copies, Folders folders, Files files, Live live,
            ApplicationEventPublisher events) {
        this.book = book;
        this.tree = tree;
        this.copies = copies;
        this.folders = folders;
        this.files = files;
        this.live = live;
        this.events = events;
    }

    /**
     * Where the PDF of a file would be put; puts nothing.
     *
     * @param stands where the rule stands that says so; the whole project where it is the project that does
     */
    @Transactional(readOnly = true)
    public Keeping.Lying lying(PassageFacts passage, PassageFacts.File file, Keeping keeping, Optional<Where> stands) {
        if (keeping.root().filter(root -> within(passage.folder(), root.value())).isPresent() || overtaken(passage, file)) {
            return new Keeping.Lying.Already();
        }
        Optional<MirroredTree.Reached> reached = keeping.root().isEmpty() ? Optional.of(new MirroredTree.Reached(passage.folder(),
                List.of())) : tree.reached(tree(passage.folder(), keeping.root().get(), stands), passage.folder());
        if (reached.isEmpty()) {
            return new Keeping.Lying.Nowhere("Its PDF lies nowhere else: the folder below which it should is gone.");
        }
        Folders.FolderView there = folders.folder(reached.get().deepest());
        String path = Stream.concat(Stream.of(there.path().isEmpty() ? there.name() : there.path()), reached.get().missing().stream())
                .reduce((a, b) -> a + " / " + b).orElseThrow();
        if (there.state().holdsOneCurrentRevision()) {
            return new Keeping.Lying.Nowhere("Its PDF lies nowhere else: “" + path + "” holds only what was issued.");
        }
        FileName name = new FileName(file.name());
        Optional<String> free = reached.get().missing().isEmpty() ? free(there.id(), name, passage.folder())
                : Optional.of(names(name).getFirst());
        return free.<Keeping.Lying>map(called -> new Keeping.Lying.At(path, called)).orElseGet(() -> new Keeping.Lying.Nowhere(
                "Its PDF lies nowhere else: in “" + path + "” other files are called “" + String.join("” and “", names(name)) + "”."));
    }

    /**
     * Puts the PDF that is read of a file where the rule says: as the next version where one of the file's lies there.
     *
     * @param copy whether it is the file's readable copy; else the file is a PDF itself
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void keep(PassageFacts passage, PassageFacts.File file, boolean copy, Keeping keeping, Optional<Where> stands) {
        Optional<Tree> mirrored = keeping.root().map(root -> tree(passage.folder(), root, stands));
        Optional<Long> folder = mirrored.isEmpty() ? Optional.of(passage.folder()) : tree.ensured(mirrored.get(), passage.folder());
        FileName name = new FileName(file.name());
        Optional<String> called = folder.flatMap(there -> free(there, name, passage.folder()));
        if (called.isEmpty() || overtaken(passage, file)) {
            return;
        }
        PassageFacts.File read = copy ? copies.made(file).map(made -> new PassageFacts.File(0, file.name(), made.hash(), made.size(),
                "application/pdf")).orElseThrow() : file;
        long lies = put(folder.get(), new Files.Content(new FileName(called.get()), read.hash(), read.size(), "application/pdf"),
                passage.author(), passage.id());
        book.put(new KeptBook.Kept(file.folderFile(), passage.folder(), name.key(), lies, passage.id(), mirrored.orElse(null),
                keeping.goesWithIt())).forEach(this::takeOut);
    }

    /** Whether a folder lies in a tree of PDFs itself: what people put there is not mirrored into it once more. */
    private boolean within(long folder, long root) {
        return folders.pathUp(folder).contains(new FolderId(root));
    }

    /** Whether a later version of the file lies where it came in: what is read of this one takes no place any more. */
    private boolean overtaken(PassageFacts passage, PassageFacts.File file) {
        return file.folderFile() != 0 && files.lying(passage.folder(), new FileName(file.name()))
                .filter(lies -> lies.id() > file.folderFile()).isPresent();
    }

    /** Of which file those of some files are the PDF that are one: its name, by the PDF's id. */
    @Transactional(readOnly = true)
    public Map<Long, String> sources(Collection<Long> some) {
        List<KeptBook.Kept> kept = book.among(some);
        Map<Long, Files.FileView> of = files.files(kept.stream().map(KeptBook.Kept::source).toList());
        return kept.stream().filter(k -> of.containsKey(k.source())).collect(Collectors.toMap(KeptBook.Kept::copy,
                k -> Objects.requireNonNull(of.get(k.source())).name()));
    }

    private long put(long folder, Files.Content content, long by, long passage) {
        Optional<Files.FileView> same = files.lying(folder, content.name()).filter(lies -> lies.hash().equals(content.hash()));
        long id = same.map(Files.FileView::id).orElseGet(() -> files.addMade(folder, content, by));
        if (same.isEmpty()) {
            files.belongsTo(id, passage);
            changed(folder);
        }
        return id;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void went(FileWent file) {
        book.of(file.was()).ifPresent(kept -> follow(kept, files.file(file.is())));
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void went(FolderWent folder) {
        for (Tree left : tree.follow(folder.folder())) {
            Set<Long> below = Set.copyOf(folders.withBelow(folder.folder()));
            book.in(left).stream().filter(kept -> below.contains(kept.sourceFolder()))
                    .forEach(kept -> follow(kept, files.file(kept.source())));
        }
    }

    /** The file lies there now: its PDF goes where it lies of files there; where that is nowhere, it stays or is taken out. */
    private void follow(KeptBook.Kept kept, Files.FileView source) {
        Folders.FolderView folder = folders.folder(source.folder());
        Optional<Long> wanted = kept.tree() != null ? Optional.of(kept.tree()).filter(its -> !within(folder.id(), its.root()))
                .flatMap(its -> tree.ensured(its, folder.id()))
                : Optional.of(folder.id()).filter(id -> folder.state() == InformationState.WORK_IN_PROGRESS);
        Files.FileView lies = files.file(kept.copy());
        FileName name = new FileName(source.name());
        if (!lies.present()) {
            book.forget(kept);
        } else if (wanted.isEmpty()) {
            leave(kept, lies, folder);
        } else {
            Optional<String> called = wanted.get() == lies.folder() && names(name).contains(lies.name()) ? Optional.of(lies.name())
                    : free(wanted.get(), name, folder.id());
            long copy = called.filter(free -> wanted.get() != lies.folder() || !free.equals(lies.name()))
                    .map(free -> moved(kept, lies, wanted.get(), free)).orElse(lies.id());
            book.forget(kept);
            book.put(new KeptBook.Kept(source.id(), folder.id(), name.key(), copy, kept.passage(), kept.tree(), kept.goesWithIt()))
                    .forEach(this::takeOut);
        }
    }

    private long moved(KeptBook.Kept kept, Files.FileView lies, long to, String name) {
        long id = put(to, new Files.Content(new FileName(name), lies.hash(), lies.size(), lies.mediaType()), lies.addedBy(),
                kept.passage());
        files.left(lies.id(), id);
        changed(lies.folder());
        note(kept, "Its PDF lies in “" + folders.folder(to).path() + "” as “" + name + "” now, as its file does not lie where it did.");
        return id;
    }

    private void leave(KeptBook.Kept kept, Files.FileView lies, Folders.FolderView now) {
        book.forget(kept);
        if (kept.goesWithIt()) {
            takeOut(lies.id());
            note(kept, "Its PDF was taken out of “" + folders.folder(lies.folder()).path() + "”, as its file lies in “" + now.path()
                    + "” now.");
        }
    }

    private void takeOut(long copy) {
        Files.FileView lies = files.file(copy);
        if (lies.present()) {
            files.takeOut(copy);
            changed(lies.folder());
        }
    }

    private void note(KeptBook.Kept kept, String account) {
        events.publishEvent(new PassageNoted(kept.passage(), account));
    }

    private void changed(long folder) {
        Folders.FolderView its = folders.folder(folder);
        live.changed(new Change(its.project(), its.firm(), Live.Topic.FOLDER, folder));
    }

    /** The tree from the nearest folder on the way up that the rule stands on. */
    private Tree tree(long folder, FolderId root, Optional<Where> stands) {
        List<FolderId> up = folders.pathUp(folder);
        return new Tree(root.value(), up.stream().filter(f -> stands.stream().flatMap(where -> where.places().stream())
                .anyMatch(place -> place.folder().equals(f))).findFirst().orElse(up.getLast()).value());
    }

    /** What a file's PDF is called in a folder: the first of its names that is free, or that a PDF of the file has there. */
    private Optional<String> free(long folder, FileName source, long sourceFolder) {
        return names(source).stream().filter(name -> files.lying(folder, new FileName(name))
                .filter(lies -> !isOf(lies.id(), source, sourceFolder)).isEmpty()).findFirst();
    }

    private boolean isOf(long lies, FileName source, long sourceFolder) {
        return book.lyingAs(lies).filter(kept -> kept.sourceFolder() == sourceFolder && kept.sourceKey().equals(source.key())).isPresent();
    }

    /** “plan.pdf”, or “plan_dwg.pdf” where that is something else. */
    private static List<String> names(FileName source) {
        return Stream.of(source.base() + ".pdf", source.base() + (source.ending().isEmpty() ? "_copy" : "_" + source.ending()) + ".pdf")
                .toList();
    }
}
