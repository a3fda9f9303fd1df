package app.pervius.server.numbers;

import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.NumberInName;
import app.pervius.core.number.Drawing;
import app.pervius.core.number.Drawn;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.Numbering;
import app.pervius.core.number.Scheme;
import app.pervius.core.number.ScratchLedger;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.FieldValues;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.refused.Refused;
import app.pervius.server.live.Live;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Numbers files that lie in a folder already: each gets its document and its number in front of its name, so that it is
 * recognised when it is sent. A file that has a number, however it came by it, never gets another; old names are kept and found.
 */
@Service
@Transactional
class NumberExisting {

    static final int MOST = 500;

    /** Files to be numbered: those named, or all of the folder where none is. */
    record WantedFiles(long folder, String scheme, List<Long> files, Map<String, String> values) {
    }

    /**
     * A file and what comes of it.
     *
     * @param number the number it gets or has; absent if it can get none
     * @param newName what it is called afterwards; absent if nothing changes
     * @param why why it gets none
     */
    record FileNumbered(long file, String name, @Nullable String number, @Nullable String newName, @Nullable String why) {
    }

    /** Files of one name, which are one document, with the number drawn for them or the reason there is none. */
    private record Group(List<Files.FileView> files, @Nullable Drawing drawing, @Nullable String has, @Nullable String why) {
    }

    private final Schemes schemes;
    private final LedgerBook book;
    private final Sequences sequences;
    private final Documents documents;
    private final Files files;
    private final Folders folders;
    private final Passages passages;
    private final Projects projects;
    private final People people;
    private final NumberEvents events;
    private final Live live;
    private final InstantSource clock;

    NumberExisting(Schemes schemes, LedgerBook book, Sequences sequences, Documents documents, Files files, Folders folders,
            Passages passages,
            Projects projects, People people, NumberEvents events, Live live, InstantSource clock) {
        this.schemes = schemes;
        this.book = book;
        this.sequences = sequences;
        this.documents = documents;
        this.files = files;
        this.folders = folders;
        this.passages = passages;
        this.projects = projects;
        this.people = people;
        this.events = events;
        this.live = live;
        this.clock = clock;
    }

    /** What each file would get; shown, not promised. */
    @Transactional(readOnly = true)
    List<FileNumbered> preview(WantedFiles wanted, Actor actor) {
        Folders.FolderView folder = mayNumber(wanted, actor);
        long firm = owner(folder, actor);
        ScratchLedger ledger = new ScratchLedger(book.looking(folder.project()));
        List<FileNumbered> rows = new ArrayList<>();
        groups(wanted, folder).forEach((base, its) -> {
            Group group = draw(wanted, folder, firm, base, its, ledger);
            if (group.drawing() != null) {
                ledger.keep(group.drawing());
            }
            rows.addAll(rows(group));
        });
        return List.copyOf(rows);
    }

    /** Numbers what can be numbered, in one go; gives what came of each file. */
    List<FileNumbered> number(WantedFiles wanted, Actor actor) {
        Folders.FolderView folder = mayNumber(wanted, actor);
        long firm = owner(folder, actor);
        List<FileNumbered> rows = new ArrayList<>();
        List<String> given = new ArrayList<>();
        groups(wanted, folder).forEach((base, its) -> {
            Group group = draw(wanted, folder, firm, base, its, book.held(folder.project()));
            if (group.drawing() != null) {
                keep(folder.project(), firm, group.drawing(), base, its, values(wanted, folder, firm), actor);
                given.add(group.drawing().number());
            }
            rows.addAll(rows(group));
        });
        if (!given.isEmpty()) {
            events.write(folder.project(), wanted.scheme(), given.getFirst(), actor,
                    "Numbered " + given.size() + " existing documents in “" + folder.path()
                    + "”, from " + given.getFirst() + " to " + given.getLast() + ".");
            live.changed(new Live.Change(folder.project(), null, Live.Topic.FOLDER, folder.id()));
        }
        return List.copyOf(rows);
    }

    private void keep(long project, long firm, Drawing drawing, String base, List<Files.FileView> its, FieldValues values, Actor actor) {
        String title = base.replace('_', ' ').strip();
        long document = documents.openBeforehand(new Documents.NewDocument(project, drawing.number(), title, firm, values, ""));
        book.keep(project, drawing, entry -> {
            entry.state = NumberState.ASSIGNED;
            entry.cameAt = clock.instant();
            entry.documentId = document;
            entry.title = title;
            entry.firmId = firm;
            entry.personId = actor.person(project);
        });
        for (Files.FileView file : its) {
            files.rename(file.id(), newName(drawing.number(), file.name()), document, actor.person(project));
            documents.alsoCalled(document, file.name());
        }
    }

    private Folders.FolderView mayNumber(WantedFiles wanted, Actor actor) {
        Folders.FolderView folder = folders.visible(wanted.folder(), actor);
        if (!folders.mayDrop(actor, folder)) {
            throw Refused.forbidden("Files are numbered in folders of work in progress, by those who may put files there.");
        }
        return folder;
    }

    private Map<String, List<Files.FileView>> groups(WantedFiles wanted, Folders.FolderView folder) {
        Map<String, List<Files.FileView>> byBase = new LinkedHashMap<>();
        List<Files.FileView> all = files.present(folder.id(), 0, 10 * MOST);
        all.stream().filter(f -> wanted.files().isEmpty() || wanted.files().contains(f.id()))
                .forEach(f -> byBase.computeIfAbsent(new FileName(f.name()).base(), k -> new ArrayList<>()).add(f));
        if (byBase.size() > MOST) {
            throw Refused.invalid("files", "At most " + MOST + " documents are numbered at one go; choose some of the files.");
        }
        return byBase;
    }

    private Group draw(WantedFiles wanted, Folders.FolderView folder, long firm, String base, List<Files.FileView> its,
            app.pervius.core.number.Ledger ledger) {
        Projects.Settings project = projects.settings(folder.project());
        Optional<String> has = numberOf(its).or(() -> carried(folder.project(), base));
        if (has.isPresent()) {
            return new Group(its, null, has.get(), "It has the number " + has.get() + ".");
        }
        Optional<String> onItsWay = its.stream().map(Files.FileView::passage).filter(java.util.Objects::nonNull).map(passages::passage)
                .filter(p -> p.state() != Passages.State.DONE).map(p -> "It is on its way, at " + p.station().label() + ".").findFirst();
        if (onItsWay.isPresent()) {
            return new Group(its, null, null, onItsWay.get());
        }
        Scheme scheme = schemes.inForce(folder.project(), wanted.scheme()).filter(s -> s.of() == Scheme.Of.DOCUMENTS)
                .orElseThrow(() -> Refused.notFound("scheme"));
        Drawn drawn = Numbering.draw(scheme, values(wanted, folder, firm), project.fields(), ledger,
                LocalDate.ofInstant(clock.instant(), project.zone()));
        return drawn instanceof Drawn.Number(Drawing drawing) ? nameFree(folder, its, drawing)
                : new Group(its, null, null, drawn.inWords(scheme, project.fields()));
    }

    private Group nameFree(Folders.FolderView folder, List<Files.FileView> its, Drawing drawing) {
        Optional<String> taken = its.stream().map(f -> newName(drawing.number(), f.name())).filter(name -> name.length() > FileName.LONGEST
                || files.taken(folder.id(), new FileName(name), null)).findFirst();
        return taken.map(name -> new Group(its, null, null, "“" + name + "” would be too long or is there already."))
                .orElseGet(() -> new Group(its, drawing, null, null));
    }

    private Optional<String> numberOf(List<Files.FileView> its) {
        return its.stream().flatMap(f -> files.documentOf(f.id()).stream()).findFirst().map(documents::numberOf)
                .or(() -> its.stream().map(Files.FileView::passage).filter(java.util.Objects::nonNull)
                        .map(id -> passages.passage(id).number()).filter(java.util.Objects::nonNull).findFirst());
    }

    /** A number in the name that the ledger knows, whatever became of it. */
    private Optional<String> carried(long project, String base) {
        List<Pattern> patterns = schemes.patterns(project, projects.settings(project).fields());
        return NumberInName.find(base, patterns, sequences.inForce(project)).map(NumberInName::number).filter(book.looking(project)::knows);
    }

    /** Whose documents they are: of the firm whose folder it is, or of whoever numbers them. */
    private static long owner(Folders.FolderView folder, Actor actor) {
        return folder.firm() == null ? actor.firm(folder.project()) : folder.firm();
    }

    private FieldValues values(WantedFiles wanted, Folders.FolderView folder, long firm) {
        return new FieldValues(Map.of("project", projects.settings(folder.project()).code(), "originator", people.firm(firm).code()))
                .with(folders.valuesOf(folder.id())).with(new FieldValues(wanted.values()));
    }

    private static String newName(String number, String name) {
        return number + "_" + name;
    }

    private static List<FileNumbered> rows(Group group) {
        return group.files().stream().map(f -> new FileNumbered(f.id(), f.name(), group.drawing() == null ? group.has() : group.drawing()
                .number(),
                group.drawing() == null ? null : newName(group.drawing().number(), f.name()), group.why())).toList();
    }
}
