package app.pervius.server.documents;

import app.pervius.core.passage.End;
import app.pervius.core.project.InformationState;
import app.pervius.core.register.SearchWords;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.http.Page;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.JournalFor;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.tables.Columns;
import app.pervius.server.tables.Lines;
import app.pervius.server.tables.TableWriter;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Documents: the list of all, and each with everything that is known of it. */
@RestController
@Transactional(readOnly = true)
class DocumentController {

    private static final int MOST_FOUND = 50;
    private static final int MOST_JOURNAL = 300;

    private final DocumentRepository documents;
    private final RevisionRepository revisions;
    private final DocumentWords words;
    private final Sequences sequences;
    private final Passages passages;
    private final JournalFor journal;
    private final Messages messages;
    private final Files files;
    private final Folders folders;
    private final People people;
    private final Projects projects;
    private final Live live;
    private final TransactionTemplate reading;

    DocumentController(DocumentRepository documents, RevisionRepository revisions, DocumentWords words, Sequences sequences,
            Passages passages,
            JournalFor journal, Messages messages, Files files, Folders folders, People people, Projects projects, Live live,
            PlatformTransactionManager transactions) {
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
        this.documents = documents;
        this.revisions = revisions;
        this.words = words;
        this.sequences = sequences;
        this.passages = passages;
        this.journal = journal;
        this.messages = messages;
        this.files = files;
        this.folders = folders;
        this.people = people;
        this.projects = projects;
        this.live = live;
    }

    /** Which documents a list shows. */
    enum WhichDocuments { ALL, NOT_COME }

    /**
     * A revision that is current in an information state.
     *
     * @param where the path of the folder it lies in, as the project calls it; the state's own name to whoever may not see that folder
     */
    record CurrentIn(InformationState state, String where, String revision, @Nullable String status) {
    }

    /**
     * A line of the list.
     *
     * @param latest the code of the newest revision; absent if none has come
     * @param onItsWay whether the newest is on its way
     * @param lies whether it was numbered where its files lay, and no revision has come since
     * @param voided why its number was voided; absent unless it was
     */
    record DocumentRow(long id, String number, String title, String ownReference, String originator, Map<String, String> values,
            @Nullable String latest,
            boolean onItsWay, boolean lies, List<CurrentIn> current, @Nullable String voided, Instant since) {
    }

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

    /** Who was told of which issued revision last, and whether that is still current. */
    record HolderView(String person, String firm, String revision, Instant at, boolean current) {
    }

    /** A message about a revision: to whom, when it was noted, and when it went out, if it has. */
    record DocumentMessage(String revision, String person, Occasion occasion, Instant at, @Nullable Instant sent) {
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
    record DocumentSheet(DocumentRow row, String originatorName, @Nullable String sequence, @Nullable String revisionBefore,
            List<RevisionView> revisions,
            List<HolderView> holders, List<DocumentMessage> messages, List<DocumentJournalLine> journal, List<String> formerNames,
            boolean mayChange, int version) {
    }

    record DocumentEntry(@NotBlank @Size(max = 400) String title, @NotNull @Size(max = 200) String ownReference,
            @Nullable @Size(max = 60) String sequence, int version) {
    }

    /** The same as a table to take away: all of it, as narrowed down. */
    @GetMapping("/api/projects/{project}/documents/table")
    ResponseEntity<StreamingResponseBody> table(@PathVariable long project, @RequestParam(defaultValue = "ALL") WhichDocuments which,
            @RequestParam(defaultValue = "") @Size(max = 200) String text, @RequestParam TableWriter.Format format, Actor actor) {
        actor.in(project);
        Projects.Settings settings = projects.settings(project);
        Columns<DocumentRow> columns = new Columns<DocumentRow>(settings.zone()).text("Number", DocumentRow::number)
                .text("Title", DocumentRow::title)
                .text("Own reference", DocumentRow::ownReference).text("Originator", DocumentRow::originator)
                .text("Newest revision", DocumentRow::latest)
                .text("On its way", row -> row.onItsWay() ? "yes" : "").text("Current", DocumentController::current)
                .text("Voided", DocumentRow::voided).moment("Since", DocumentRow::since);
        settings.fields().all().forEach(field -> columns.text(field.label(), row -> row.values().get(field.key())));
        return TableWriter.download(format, settings.code() + " register", columns,
                new Lines<>(after -> Objects.requireNonNull(reading.execute(status ->
                text.isBlank() ? list(project, which, after, actor) : foundPage(project, text, after, actor)))));
    }

    private static String current(DocumentRow row) {
        return row.current().stream().map(c -> c.revision() + (c.status() == null ? "" : " " + c.status()) + " in " + c.where())
                .collect(Collectors.joining("; "));
    }

    @GetMapping("/api/projects/{project}/documents")
    Page<DocumentRow> list(@PathVariable long project, @RequestParam(defaultValue = "ALL") WhichDocuments which,
            @RequestParam(required = false) @Nullable String after,
            Actor actor) {
        Set<Long> firms = actor.seenFirms(project);
        long before = Page.after(after, Long.MAX_VALUE);
        Limit limit = Limit.of(Page.SIZE + 1);
        Page<Document> page = Page.of(which == WhichDocuments.ALL ? documents.newest(project, firms, before, limit)
                : documents.notCome(project, firms, before, limit),
                Document::id, d -> d);
        return new Page<>(rows(page.items(), actor), page.next());
    }

    /** Documents by their number, title, own reference or a name their files had; those that have passages are found by these too. */
    @GetMapping("/api/projects/{project}/documents-found")
    List<DocumentRow> find(@PathVariable long project, @RequestParam @Size(max = 200) String text, Actor actor) {
        return rows(documents.findAllById(found(project, text, MOST_FOUND, actor)).stream()
                .sorted(Comparator.comparing(Document::id).reversed()).toList(), actor);
    }

    /** The ids of what is found, newest first. */
    private List<Long> found(long project, String text, int most, Actor actor) {
        return words.found(project, actor.seenFirms(project), SearchWords.sought(text), most);
    }

    /** What is found from a place on, in the order of the list; the mark of a page is that place. */
    private Page<DocumentRow> foundPage(long project, String text, @Nullable String after, Actor actor) {
        int from = (int) Page.after(after, 0);
        List<Long> all = found(project, text, Integer.MAX_VALUE, actor);
        int to = Math.min(all.size(), from + Page.SIZE);
        return new Page<>(rows(documents.findAllById(all.subList(Math.min(from, to), to)).stream()
                .sorted(Comparator.comparing(Document::id).reversed()).toList(), actor), to < all.size() ? String.valueOf(to) : null);
    }

    /** The document of this number in the project of this code: what links that last lead to. */
    @GetMapping("/api/documents/by-number")
    DocumentSheet byNumber(@RequestParam String project, @RequestParam String number, Actor actor) {
        long id = projects.all(actor.memberships().keySet()).stream().filter(p -> p.code().equals(project)).findFirst()
                .flatMap(p -> documents.findByProjectIdAndNumber(p.id(), number)).orElseThrow(() -> Refused.notFound("document")).id();
        return document(id, actor);
    }

    @GetMapping("/api/documents/{id}")
    DocumentSheet document(@PathVariable long id, Actor actor) {
        Document document = visible(id, actor);
        List<Revision> all = seen(revisions.findByDocumentIdOrderById(id), document.projectId, actor);
        Map<Long, Passages.PassageView> byId = passages.passages(all.stream().map(r -> r.passageId).toList()).stream()
                .collect(Collectors.toMap(Passages.PassageView::id, Function.identity()));
        List<RevisionView> views = all.reversed().stream().map(r -> view(r, Objects.requireNonNull(byId.get(r.passageId)), actor)).toList();
        List<DocumentJournalLine> lines = all.stream().flatMap(r -> journal.read(Objects.requireNonNull(byId.get(r.passageId)), actor)
                .stream()
                .map(line -> new DocumentJournalLine(r.code, r.passageId, line)))
                .sorted(Comparator.comparing((DocumentJournalLine l) -> l.line().at()).reversed())
                .limit(MOST_JOURNAL).toList();
        boolean mayChange = actor.controls(document.projectId) || actor.firm(document.projectId) == document.originatorId;
        return new DocumentSheet(rows(List.of(document), actor).getFirst(), people.firm(document.originatorId).name(), document.sequenceKey,
                document.revisionBefore, views,
                actor.seesEveryFirm(document.projectId) ? holders(all) : List.of(),
                actor.seesEveryFirm(document.projectId) ? messages(all) : List.of(), lines, files.formerNames(id), mayChange,
                document.version);
    }

    /** Changes what people call it; which sequence its next revision is in is for controllers. */
    @PutMapping("/api/documents/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void change(@PathVariable long id, @Valid @RequestBody DocumentEntry entry, Actor actor) {
        Document document = visible(id, actor);
        boolean controls = actor.controls(document.projectId);
        if (!controls && actor.firm(document.projectId) != document.originatorId) {
            throw Refused.forbidden("Only the originator and document controllers may change this.");
        }
        if (document.version != entry.version()) {
            throw Refused.conflict("changed-meanwhile",
                    "Somebody else has changed this document in the meantime. Look at it as it is now.");
        }
        @Nullable String sequence = entry.sequence() == null || entry.sequence().isBlank() ? null : entry.sequence();
        if (!java.util.Objects.equals(sequence, document.sequenceKey)) {
            actor.mustControl(document.projectId);
            if (sequence != null && sequences.inForce(document.projectId).find(sequence).isEmpty()) {
                throw Refused.invalid("sequence", "The project has no revision sequence “" + sequence + "”.");
            }
            document.sequenceKey = sequence;
        }
        document.title = entry.title().strip();
        document.ownReference = entry.ownReference().strip();
        documents.flush();
        words.index(id, document.projectId, document.number + " " + document.title + " " + document.ownReference);
        live.changed(new Live.Change(document.projectId, null, Live.Topic.NUMBERS, id));
    }

    /** The revisions somebody may see: where a document is shared by firms, each firm sees its own. */
    private List<Revision> seen(List<Revision> all, long project, Actor actor) {
        if (actor.seesEveryFirm(project)) {
            return all;
        }
        Map<Long, Long> firms = passages.authorFirms(all.stream().map(r -> r.passageId).toList());
        return all.stream().filter(r -> actor.maySee(project, Objects.requireNonNull(firms.get(r.passageId)))).toList();
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

    private List<DocumentMessage> messages(List<Revision> all) {
        Map<Long, Revision> byPassage = all.stream().collect(Collectors.toMap(r -> r.passageId, Function.identity()));
        List<Messages.AboutPassage> told = messages.about(byPassage.keySet(), MOST_JOURNAL);
        Map<Long, People.PersonView> persons = people.persons(told.stream().map(Messages.AboutPassage::person).filter(Objects::nonNull)
                .toList());
        return told.stream().map(m -> new DocumentMessage(Objects.requireNonNull(byPassage.get(m.passage())).code, m.person() == null
                ? String.valueOf(m.address())
                : Objects.requireNonNull(persons.get(m.person())).name(),
                m.occasion(), m.at(), m.sent())).toList();
    }

    private List<HolderView> holders(List<Revision> all) {
        Map<Long, Revision> byPassage = all.stream().collect(Collectors.toMap(r -> r.passageId, Function.identity()));
        Map<Object, Messages.Told> last = new LinkedHashMap<>();
        messages.told(byPassage.keySet(), List.of(Occasion.ISSUED))
                .forEach(told -> last.put(told.person() == null ? String.valueOf(told.address()) : told.person(), told));
        Map<Long, People.PersonView> persons = people.persons(last.values().stream().map(Messages.Told::person).filter(Objects::nonNull)
                .toList());
        return last.values().stream().map(told -> {
            Revision revision = Objects.requireNonNull(byPassage.get(told.passage()));
            People.PersonView person = told.person() == null ? null : persons.get(told.person());
            return new HolderView(person == null ? String.valueOf(told.address()) : person.name(), person == null ? "" : person.firmCode(),
                    revision.code, told.at(), revision.currentIn != null);
        }).sorted(Comparator.comparing(HolderView::current).thenComparing(HolderView::person)).toList();
    }

    private List<DocumentRow> rows(List<Document> found, Actor actor) {
        List<Revision> theirs = revisions.findByDocumentIdInOrderById(found.stream().map(Document::id).toList());
        Map<Long, List<Revision>> byDocument = (found.isEmpty() ? theirs : seen(theirs, found.getFirst().projectId, actor)).stream()
                .collect(Collectors.groupingBy(r -> r.documentId));
        Map<Long, Optional<String>> paths = new HashMap<>();
        Set<Long> lying = files.numberedWhereTheyLie(found.stream().map(Document::id).toList());
        return found.stream().map(d -> {
            List<Revision> its = byDocument.getOrDefault(d.id(), List.of()).stream().filter(r -> !r.withdrawn).toList();
            List<CurrentIn> current = new ArrayList<>();
            its.stream().filter(r -> r.currentIn != null).forEach(r ->
                    current.add(new CurrentIn(r.currentIn, paths.computeIfAbsent(Objects.requireNonNull(r.currentFolder),
                    id -> folders.find(id).filter(f -> folders.maySee(actor, f)).map(Folders.FolderView::path)).orElse(r.currentIn.label()),
                    r.code, r.statusCode)));
            return new DocumentRow(d.id(), d.number, d.title, d.ownReference, people.firm(d.originatorId).code(),
                    Documents.values(d.fieldValues).byKey(),
                    its.isEmpty() ? d.revisionBefore : its.getLast().code, !its.isEmpty() && its.getLast().onItsWay, its.isEmpty()
                    && lying.contains(d.id()), current, d.voided, d.createdAt);
        }).toList();
    }

    private Document visible(long id, Actor actor) {
        return documents.findById(id).filter(d -> actor.maySee(d.projectId, d.originatorId))
                .orElseThrow(() -> Refused.notFound("document"));
    }
}
