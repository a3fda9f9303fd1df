package app.pervius.server.documents;

import app.pervius.core.passage.End;
import app.pervius.core.identify.IdentifyFacts;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.InformationState;
import app.pervius.core.register.DocumentId;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.RevisionCode;
import app.pervius.server.passages.PassageEnded;
import app.pervius.server.passages.PassageReopened;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Json;
import app.pervius.server.store.Portions;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Documents and their revisions, for the stations. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Documents {

    /** A revision that is current in some state, with the folder it lies in. */
    public record Current(long revision, String code, long folder) {
    }

    private final DocumentRepository documents;
    private final RevisionRepository revisions;
    private final DocumentWords words;
    private final JdbcClient jdbc;
    private final Ids ids;
    private final Passages passages;
    private final People people;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;

    Documents(DocumentRepository documents, RevisionRepository revisions, DocumentWords words, JdbcClient jdbc, Ids ids, Passages passages,
            People people, InstantSource clock,
            ApplicationEventPublisher events) {
        this.events = events;
        this.documents = documents;
        this.revisions = revisions;
        this.words = words;
        this.jdbc = jdbc;
        this.ids = ids;
        this.passages = passages;
        this.people = people;
        this.clock = clock;
    }

    /**
     * A document that has just got its number.
     *
     * @param ownReference what its originator calls it; may be empty
     */
    public record NewDocument(long project, String number, String title, long originator, FieldValues values, String ownReference) {
    }

    /**
     * Numbers are drawn while their counter is held, so what follows from one is written as plain rows, which is quicker than by the
     * mapping.
     */
    public long open(NewDocument wanted) {
        long id = ids.next();
        jdbc.sql("""
                insert into document (id, project_id, number, title, originator_id, field_values, own_reference, created_at, version)
                values (?, ?, ?, ?, ?, ?, ?, ?, 0)""")
                .params(id, wanted.project(), wanted.number(), wanted.title().length() > 400 ? wanted.title().substring(0, 400)
                        : wanted.title(), wanted.originator(),
                        Json.write(wanted.values().byKey()), wanted.ownReference().strip(), now()).update();
        return id;
    }

    /** The same for one that nothing has come for yet: no passage makes it found, so its own words do. */
    public long openBeforehand(NewDocument wanted) {
        long id = open(wanted);
        words.index(id, wanted.project(), wanted.number() + " " + wanted.title() + " " + wanted.ownReference());
        return id;
    }

    /** A file of it was called so once; it is found by that too. */
    public void alsoCalled(long document, String name) {
        words.index(document, documents.findById(document).orElseThrow().projectId, name);
    }

    /** What documents are called, by their ids. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public java.util.Map<Long, String> titles(java.util.Collection<Long> ids) {
        return Portions.of(ids, documents::findAllById).stream().collect(java.util.stream.Collectors.toMap(Document::id, d -> d.title));
    }

    /** A document as others name it; its originator is a firm. */
    public record Named(long id, long project, long originator, String number, String title) {
    }

    /** Those of these documents that there are. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public List<Named> named(Collection<Long> ids) {
        return Portions.of(ids, documents::findAllById).stream()
                .map(d -> new Named(d.id(), d.projectId, d.originatorId, d.number, d.title)).toList();
    }

    /** The passage a revision came by. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public long passageOf(long revision) {
        return revisions.findById(revision).orElseThrow().passageId;
    }

    /** The passages of a document's revisions, oldest first. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public List<Long> passagesOf(long document) {
        return revisions.findByDocumentIdOrderById(document).stream().map(r -> r.passageId).toList();
    }

    /** The document a file is of, or is the revision of, as lists of files name it. */
    public record OfFile(long document, String number, @Nullable String revision, String title, @Nullable String status) {
    }

    /** The documents of files, placed ones included, by file. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public java.util.Map<Long, OfFile> ofFiles(java.util.Collection<Long> files) {
        java.util.Map<Long, OfFile> found = new java.util.HashMap<>();
        if (!files.isEmpty()) {
            jdbc.sql("""
                    select f.id file_id, d.id document_id, d.number, r.code, d.title, r.status_code from folder_file f
                    left join revision r on r.id = coalesce(f.revision_id, (select max(x.id) from revision x where x.passage_id =
                        f.passage_id))
                    join document d on d.id = coalesce(r.document_id, f.document_id) where f.id in (:files)""").param("files", files)
                    .query(row -> { found.put(row.getLong("file_id"), new OfFile(row.getLong("document_id"), row.getString("number"),
                            row.getString("code"),
                            row.getString("title"), row.getString("status_code"))); });
        }
        return found;
    }

    public String numberOf(long document) {
        return documents.findById(document).orElseThrow().number;
    }

    /** The newest revision a document had before it was taken over. */
    public void hadBefore(long document, String code) {
        documents.findById(document).orElseThrow().revisionBefore = code;
    }

    /** Its number was voided: nothing will ever come for it. */
    public void voided(long document, String reason) {
        documents.findById(document).orElseThrow().voided = reason;
    }

    /** Why a document's number cannot be voided, if it cannot. */
    public Optional<String> needed(long document) {
        List<Revision> all = revisions.findByDocumentIdOrderById(document);
        return all.stream().filter(r -> r.onItsWay).findFirst().map(r -> "its revision " + r.code + " is on its way")
                .or(() -> all.stream().filter(r -> r.currentIn != null).findFirst()
                        .map(r -> "its revision " + r.code + " is current in " + Objects.requireNonNull(r.currentIn).label()));
    }

    /** A revision of it that is on its way from now on. */
    public void addRevision(long document, RevisionCode code, int cycle, long passage) {
        int attempt = cycle == 1 ? 1 : revisions.countByDocumentIdAndCode(document, code.toString()) + 1;
        jdbc.sql("""
                insert into revision (id, document_id, code, cycle, attempt, passage_id, on_its_way, withdrawn, version)
                values (?, ?, ?, ?, ?, ?, true, false, 0)""").params(ids.next(), document, code.toString(), cycle, attempt,
                    passage).update();
    }

    private OffsetDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC);
    }

    /** The document with exactly this number. */
    public Optional<KnownDocument> known(long project, String number) {
        return documents.findByProjectIdAndNumber(project, number).map(this::known);
    }

    /** A document with the values its names and paths are made of. */
    public record Numbered(String number, FieldValues values) {
    }

    /**
     * The documents that came last, as samples: as if their first revision were placed.
     *
     * @param firm the firm whose documents are meant; absent for those of all
     */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public List<Numbered> newest(long project, Collection<Long> firms, int most) {
        return documents.newest(project, firms, Long.MAX_VALUE, Limit.of(most)).stream().map(d -> {
            String title = d.title.replace('/', '-').replace('\\', '-');
            return new Numbered(d.number, values(d.fieldValues).with(new FieldValues(Map.of("number", d.number, "title", title, "name",
                    title,
                    "revision", "P01"))));
        }).toList();
    }

    /** The title and the fields of a document, which its later revisions take over. */
    public FieldValues valuesOf(long document) {
        Document d = documents.findById(document).orElseThrow();
        return values(d.fieldValues).with("title", d.title);
    }

    /** Gives fields of a document values, over those they had. */
    public void setValues(long document, FieldValues more) {
        Document d = documents.findById(document).orElseThrow();
        d.fieldValues = Json.write(values(d.fieldValues).with(more).byKey());
        documents.saveAndFlush(d);
    }

    public long revisionOf(long passage) {
        return revisions.findByPassageId(passage).orElseThrow().id();
    }

    public Optional<Current> current(long document, InformationState state) {
        return revisions.current(document, state)
                .map(r -> new Current(r.id(), r.code, java.util.Objects.requireNonNull(r.currentFolder)));
    }

    /** A revision is no longer current; written at once, so that the next one can be. */
    public void retire(long revision) {
        Revision former = revisions.findById(revision).orElseThrow();
        former.currentIn = null;
        former.currentFolder = null;
        revisions.saveAndFlush(former);
    }

    public void makeCurrent(long revision, InformationState state, long folder, String statusCode) {
        Revision issued = revisions.findById(revision).orElseThrow();
        issued.currentIn = state;
        issued.currentFolder = folder;
        issued.statusCode = statusCode;
        issued.issuedAt = clock.instant();
        revisions.saveAndFlush(issued);
    }

    @EventListener
    void ended(PassageEnded end) {
        revisions.findByPassageId(end.passage()).ifPresent(revision -> {
            revision.onItsWay = false;
            revision.withdrawn = end.decision() == null && (end.how() == End.SENT_BACK || end.how() == End.TAKEN_OUT);
            revision.outcome = end.how();
            revision.decisionCode = end.decision();
            revisions.flush();
            events.publishEvent(new RevisionEnded(revision.documentId));
        });
    }

    @EventListener
    void reopened(PassageReopened again) {
        revisions.findByPassageId(again.passage()).ifPresent(revision -> {
            revision.onItsWay = true;
            revision.withdrawn = false;
            revision.outcome = null;
            revision.decisionCode = null;
            revision.statusCode = null;
            revision.issuedAt = null;
        });
    }

    /** Where the revision of a passage is current, if it is. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<Long> currentFolder(long passage) {
        return revisions.findByPassageId(passage).map(revision -> revision.currentFolder);
    }

    /** The revision of a passage as it stands: where it is current, and whether a later one has come since. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<Standing> standing(long passage) {
        return revisions.findByPassageId(passage).map(revision -> new Standing(revision.id(), revision.documentId, revision.code,
                Optional.ofNullable(revision.currentFolder),
                revisions.findByDocumentIdOrderById(revision.documentId).stream().filter(r -> r.id() > revision.id() && !r.withdrawn)
                .map(r -> r.code).findFirst()));
    }

    /**
     * How a revision stands for whoever has it in hand.
     *
     * @param status the code it was issued with; empty where with none
     * @param currentIn where it is current, if it is
     * @param outcome how its passage ended; absent while it is on its way
     * @param issuedAfter the newest revision that was issued after it, if one was
     */
    public record Stands(String number, String code, String status, Optional<InformationState> currentIn, Optional<End> outcome,
            Optional<Instant> issuedAt, Optional<String> issuedAfter) {
    }

    /** How the revision of a passage stands; empty where it has no number yet. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<Stands> stands(long passage) {
        return revisions.findByPassageId(passage).map(revision -> new Stands(numberOf(revision.documentId), revision.code,
                Objects.requireNonNullElse(revision.statusCode, ""), Optional.ofNullable(revision.currentIn),
                Optional.ofNullable(revision.outcome), Optional.ofNullable(revision.issuedAt),
                revisions.findByDocumentIdOrderById(revision.documentId).stream()
                .filter(r -> r.id() > revision.id() && r.outcome == End.ISSUED).reduce((earlier, later) -> later).map(r -> r.code)));
    }

    /** The passage by which a file that lies in a folder came there, or became what it is. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<Long> passageOfFile(long file) {
        return jdbc.sql("select coalesce(r.passage_id, f.passage_id) from folder_file f left join revision r on r.id = f.revision_id "
                + "where f.id = ?").param(file).query(Long.class).optional();
    }

    /** The revision a file that lies in a folder is of, as part of it or as what it was made of. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<IdentifyFacts.Already> revisionOfFile(long file) {
        Long revision = jdbc.sql(
                "select coalesce(f.revision_id, (select max(r.id) from revision r where r.passage_id = f.passage_id)) from folder_file "
                + "f where f.id = ?")
                .param(file).query(Long.class).optional().orElse(null);
        return Optional.ofNullable(revision).flatMap(revisions::findById)
                .map(r -> new IdentifyFacts.Already(known(documents.findById(r.documentId).orElseThrow()), new RevisionCode(r.code)));
    }

    /**
     * The number of the document that a file of one of these names in a folder came to be last.
     *
     * @param keys what makes names the same in a folder
     * @param before only files that came before this passage; 0 for all
     */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<String> numberOfNamesake(long folder, java.util.Collection<String> keys, long before) {
        return keys.isEmpty() ? Optional.empty() : jdbc.sql("""
                select d.number from folder_file f left join passage p on p.id = f.passage_id join document d on d.id =
                    coalesce(f.document_id, p.document_id)
                where f.folder_id = :folder and f.name_key in (:keys) and f.revision_id is null and (:before = 0 or f.passage_id is null
                    or f.passage_id < :before)
                and d.voided is null order by f.id desc fetch first 1 rows only""")
                .param("folder", folder).param("keys", keys).param("before", before).query(String.class).optional();
    }

    /** The revision that a passage brought, if it brought one. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<IdentifyFacts.Already> revisionOfPassage(long passage) {
        return revisions.findByPassageId(passage).map(r -> new IdentifyFacts.Already(known(documents.findById(r.documentId).orElseThrow()),
                new RevisionCode(r.code)));
    }

    /** The document of a number as it was before a passage brought a revision of it; empty if it came to be with that passage or later. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<KnownDocument> knownBefore(long project, String number, long passage) {
        return documents.findByProjectIdAndNumber(project, number).flatMap(document -> {
            List<Revision> before = revisions.findByDocumentIdOrderById(document.id()).stream().filter(r -> r.passageId < passage).toList();
            return before.isEmpty() && document.revisionBefore == null ? Optional.empty() : Optional.of(known(document, before));
        });
    }

    /** A revision, the folder it is current in, and the code of one that came after it. */
    public record Standing(long revision, long document, String code, Optional<Long> currentFolder, Optional<String> later) {
    }

    private KnownDocument known(Document document) {
        return known(document, revisions.findByDocumentIdOrderById(document.id()));
    }

    private KnownDocument known(Document document, List<Revision> all) {
        Optional<RevisionCode> latest = all.stream().filter(r -> !r.withdrawn).reduce((earlier, later) -> later).map(r -> r.code)
                .or(() -> Optional.ofNullable(document.revisionBefore)).map(RevisionCode::new);
        Optional<String> onItsWay = all.stream().filter(r -> r.onItsWay).findFirst().map(r -> r.code + " is still at "
                + passages.passage(r.passageId).at().station().label() + ", with " + passages.passage(r.passageId).at().heldBy());
        return new KnownDocument(new DocumentId(document.id()), document.number, new FirmId(document.originatorId),
                people.firm(document.originatorId).name(), latest,
                Optional.ofNullable(document.sequenceKey), all.size(), onItsWay);
    }

    static FieldValues values(String json) {
        return new FieldValues(Json.read(json, new tools.jackson.core.type.TypeReference<java.util.Map<String, String>>() { }));
    }
}
