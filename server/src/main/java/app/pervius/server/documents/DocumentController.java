package app.pervius.server.documents;

import app.pervius.server.access.Actor;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Documents: the list of all, and each with everything that is known of it. */
@RestController
@Transactional(readOnly = true)
class DocumentController {

    private final DocumentRepository documents;
    private final DocumentSheets sheets;
    private final DocumentWords words;
    private final Sequences sequences;
    private final Projects projects;
    private final Live live;

    DocumentController(DocumentRepository documents, DocumentSheets sheets, DocumentWords words, Sequences sequences, Projects projects,
            Live live) {
        this.documents = documents;
        this.sheets = sheets;
        this.words = words;
        this.sequences = sequences;
        this.projects = projects;
        this.live = live;
    }

    record DocumentEntry(@NotBlank @Size(max = 400) String title, @NotNull @Size(max = 200) String ownReference,
            @Nullable @Size(max = 60) String sequence, int version) {
    }

    /** The document of this number in the project of this code: what links that last lead to. */
    @GetMapping("/api/documents/by-number")
    DocumentSheets.DocumentSheet byNumber(@RequestParam String project, @RequestParam String number, Actor actor) {
        long id = projects.all(actor.memberships().keySet()).stream().filter(p -> p.code().equals(project)).findFirst()
                .flatMap(p -> documents.findByProjectIdAndNumber(p.id(), number)).orElseThrow(() -> Refused.notFound("document")).id();
        return document(id, actor);
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
        live.changed(new Change(document.projectId, null, Live.Topic.NUMBERS, id));
    }

    private Document visible(long id, Actor actor) {
        return documents.findById(id).filter(d -> actor.maySee(d.projectId, d.originatorId))
                .orElseThrow(() -> Refused.notFound("document"));
    }

    @GetMapping("/api/documents/{id}")
    DocumentSheets.DocumentSheet document(@PathVariable long id, Actor actor) {
        return sheets.sheet(visible(id, actor), actor);
    }
}
