package app.pervius.server.numbers;

import app.pervius.core.number.Drawing;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.ScratchLedger;
import app.pervius.core.project.FieldValues;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.refused.Refused;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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

    private final ExistingFiles existing;
    private final LedgerBook book;
    private final Documents documents;
    private final Files files;
    private final Folders folders;
    private final NumberEvents events;
    private final Live live;
    private final InstantSource clock;

    NumberExisting(ExistingFiles existing, LedgerBook book, Documents documents, Files files, Folders folders, NumberEvents events,
            Live live, InstantSource clock) {
        this.existing = existing;
        this.book = book;
        this.documents = documents;
        this.files = files;
        this.folders = folders;
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
        existing.groups(wanted, folder).forEach((base, its) -> {
            ExistingFiles.Group group = existing.draw(wanted, folder, firm, base, its, ledger);
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
        existing.groups(wanted, folder).forEach((base, its) -> {
            ExistingFiles.Group group = existing.draw(wanted, folder, firm, base, its, book.held(folder.project()));
            if (group.drawing() != null) {
                keep(folder.project(), firm, group.drawing(), base, its, existing.values(wanted, folder, firm), actor);
                given.add(group.drawing().number());
            }
            rows.addAll(rows(group));
        });
        if (!given.isEmpty()) {
            events.write(folder.project(), wanted.scheme(), given.getFirst(), actor,
                    "Numbered " + given.size() + " existing documents in “" + folder.path()
                    + "”, from " + given.getFirst() + " to " + given.getLast() + ".");
            live.changed(new Change(folder.project(), null, Live.Topic.FOLDER, folder.id()));
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
            files.rename(file.id(), ExistingFiles.newName(drawing.number(), file.name()), document, actor.person(project));
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

    /** Whose documents they are: of the firm whose folder it is, or of whoever numbers them. */
    private static long owner(Folders.FolderView folder, Actor actor) {
        return folder.firm() == null ? actor.firm(folder.project()) : folder.firm();
    }

    private static List<FileNumbered> rows(ExistingFiles.Group group) {
        return group.files().stream().map(f -> new FileNumbered(f.id(), f.name(), group.drawing() == null ? group.has() : group.drawing()
                .number(),
                group.drawing() == null ? null : ExistingFiles.newName(group.drawing().number(), f.name()), group.why())).toList();
    }
}
