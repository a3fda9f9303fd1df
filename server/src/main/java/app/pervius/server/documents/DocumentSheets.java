package app.pervius.server.documents;

import app.pervius.core.passage.End;
import app.pervius.core.project.InformationState;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.JournalFor;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** A document with all there is about it, as somebody may see it. */
@Component
class DocumentSheets {
    /** A file of a revision, where it lies now or last lay. */
    record RevisionFile(long id, String name, long size, @Nullable Long folder, String where, boolean there) {
    }

    /**
     * A revision.
     *
     * @param withdrawn taken out or sent back before anybody decided
     */
    record RevisionView(String code, int cycle, boolean onItsWay, boolean withdrawn, @Nullable End outcome, @Nullable Integer decision,
            @Nullable String status, @Nullable InformationState currentIn, @Nullable Instant issuedAt, Passages.PassageView passage,
            List<RevisionFile> files) {
    }

    /** A journal line with the revision it is of. */
    record DocumentJournalLine(String revision, long passage, Journal.JournalLine line) {
    }

    /**
     * A document.
     *
     * @param sequence the key of the revision sequence the next revision is to be in; absent to go on as it is
     * @param revisionBefore the newest revision it had before it was taken over
     */
    record DocumentSheet(DocumentRows.DocumentRow row, String originatorName, @Nullable String sequence, @Nullable String revisionBefore,
            List<RevisionView> revisions,
            List<DocumentTold.HolderView> holders, List<DocumentTold.DocumentMessage> messages, List<DocumentJournalLine> journal,
            List<String> formerNames,
            boolean mayChange, int version) {
    }

    private final RevisionRepository revisions;
    private final DocumentRows rows;
    private final DocumentTold told;
    private final Passages passages;
    private final JournalFor journal;
    private final Files files;
    private final Folders folders;
    private final People people;

    DocumentSheets(RevisionRepository revisions, DocumentRows rows, DocumentTold told, Passages passages, JournalFor journal, Files files,
            Folders folders, People people) {
        this.revisions = revisions;
        this.rows = rows;
        this.told = told;
        this.passages = passages;
        this.journal = journal;
        this.files = files;
        this.folders = folders;
        this.people = people;
    }

    DocumentSheet sheet(Document document, Actor actor) {
        List<Revision> all = rows.seen(revisions.findByDocumentIdOrderById(document.id()), document.projectId, actor);
        Map<Long, Passages.PassageView> byId = passages.passages(all.stream().map(r -> r.passageId).toList()).stream()
                .collect(Collectors.toMap(Passages.PassageView::id, Function.identity()));
        List<RevisionView> views = all.reversed().stream().map(r -> view(r, Objects.requireNonNull(byId.get(r.passageId)), actor)).toList();
        List<DocumentJournalLine> lines = all.stream().flatMap(r -> journal.read(Objects.requireNonNull(byId.get(r.passageId)), actor)
                .stream()
                .map(line -> new DocumentJournalLine(r.code, r.passageId, line)))
                .sorted(Comparator.comparing((DocumentJournalLine l) -> l.line().at()).reversed())
                .limit(DocumentTold.MOST_JOURNAL).toList();
        boolean mayChange = actor.controls(document.projectId) || actor.firm(document.projectId) == document.originatorId;
        return new DocumentSheet(rows.rows(List.of(document), actor).getFirst(), people.firm(document.originatorId).name(),
                document.sequenceKey,
                document.revisionBefore, views,
                actor.seesEveryFirm(document.projectId) ? told.holders(all) : List.of(),
                actor.seesEveryFirm(document.projectId) ? told.messages(all) : List.of(), lines, files.formerNames(document.id()),
                mayChange,
                document.version);
    }

    private RevisionView view(Revision r, Passages.PassageView passage, Actor actor) {
        List<RevisionFile> own = files.ofRevision(r.id()).stream().map(f -> file(f, actor)).toList();
        List<RevisionFile> shown = own.isEmpty() ? passage.files().stream().map(f -> file(files.file(f.folderFile()), actor))
                .toList() : own;
        return new RevisionView(r.code, r.cycle, r.onItsWay, r.withdrawn, r.outcome, r.decisionCode, r.statusCode, r.currentIn, r.issuedAt,
                passage, shown);
    }

    private RevisionFile file(Files.FileView f, Actor actor) {
        return folders.find(f.folder()).filter(folder -> folders.maySee(actor, folder))
                .map(folder -> new RevisionFile(f.id(), f.name(), f.size(), folder.id(), folder.path(), f.present()))
                .orElseGet(() -> new RevisionFile(f.id(), f.name(), f.size(), null, "a folder you may not see", f.present()));
    }
}
