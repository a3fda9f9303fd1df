package app.pervius.server.documents;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.InformationState;
import app.pervius.core.register.DocumentId;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.RevisionCode;
import app.pervius.server.passages.PassageEnded;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.springframework.context.event.EventListener;
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
    private final Passages passages;
    private final People people;
    private final InstantSource clock;

    Documents(DocumentRepository documents, RevisionRepository revisions, Passages passages, People people, InstantSource clock) {
        this.documents = documents;
        this.revisions = revisions;
        this.passages = passages;
        this.people = people;
        this.clock = clock;
    }

    /** A document that has just got its number. */
    public long open(long project, String number, String title, long originator, FieldValues values) {
        Document document = new Document();
        document.projectId = project;
        document.number = number;
        document.title = title.length() > 400 ? title.substring(0, 400) : title;
        document.originatorId = originator;
        document.fieldValues = Json.write(values.byKey());
        document.createdAt = clock.instant();
        return documents.save(document).id();
    }

    /** A revision of it that is on its way from now on. */
    public void addRevision(long document, RevisionCode code, int cycle, long passage) {
        Revision revision = new Revision();
        revision.documentId = document;
        revision.code = code.toString();
        revision.cycle = cycle;
        revision.passageId = passage;
        revisions.save(revision);
    }

    /** The document with exactly this number. */
    public Optional<KnownDocument> known(long project, String number) {
        return documents.findByProjectIdAndNumber(project, number).map(this::known);
    }

    /** The title and the fields of a document, which its later revisions take over. */
    public FieldValues valuesOf(long document) {
        Document d = documents.findById(document).orElseThrow();
        return values(d.fieldValues).with("title", d.title);
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
            revision.outcome = end.how();
            revision.decisionCode = end.decision();
        });
    }

    private KnownDocument known(Document document) {
        List<Revision> all = revisions.findByDocumentIdOrderById(document.id());
        Optional<RevisionCode> latest = all.isEmpty() ? Optional.empty() : RevisionCode.read(all.getLast().code);
        Optional<String> onItsWay = all.stream().filter(r -> r.onItsWay).findFirst().map(r -> r.code + " is still at "
                + passages.passage(r.passageId).station().label() + ", with " + passages.passage(r.passageId).heldBy());
        return new KnownDocument(new DocumentId(document.id()), document.number, new FirmId(document.originatorId),
                people.firm(document.originatorId).name(), latest, all.size(), onItsWay);
    }

    private static FieldValues values(String json) {
        return new FieldValues(Json.read(json, new tools.jackson.core.type.TypeReference<java.util.Map<String, String>>() { }));
    }
}
