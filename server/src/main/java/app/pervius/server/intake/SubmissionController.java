package app.pervius.server.intake;

import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.rules.Rules;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.parameters.RequestBody;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Submissions: begun, filled, closed; what is answered is the receipt. */
@RestController
class SubmissionController {

    private final Announcing announcing;
    private final Receiving receiving;
    private final Closing closing;
    private final SubmissionRepository submissions;
    private final SubmissionFileRepository files;
    private final Folders folders;
    private final People people;
    private final Rules rules;
    private final GivenFields given;

    SubmissionController(Announcing announcing, Receiving receiving, Closing closing, SubmissionRepository submissions,
            SubmissionFileRepository files, Folders folders, People people, Rules rules, GivenFields given) {
        this.announcing = announcing;
        this.receiving = receiving;
        this.closing = closing;
        this.submissions = submissions;
        this.files = files;
        this.folders = folders;
        this.people = people;
        this.rules = rules;
        this.given = given;
    }

    record FileEntry(@NotNull @Size(max = 2000) String name, @PositiveOrZero long size) {
    }

    /**
     * What is announced.
     *
     * @param author a person when it is handed in on behalf of somebody else
     * @param given values for fields that are asked for
     * @param sheet the edition of the rule sheet by which it was foretold what comes of the files; refused if another is in force since.
     *     Absent if nobody looked
     */
    record SubmissionEntry(@NotNull @Size(max = 400) String purpose, @Nullable LocalDate answerDue, @Nullable Long author,
            @Nullable @Size(max = 50) Map<String, @NotNull @Size(max = 200) String> given, @Nullable Integer sheet,
            @NotEmpty @Size(max = 10_000) List<@Valid @NotNull FileEntry> files) {
    }

    record ReceiptFile(int position, String name, long size, SubmissionFile.State state, @Nullable String refusal,
            @Nullable String remark) {
    }

    /** Whose work it is, and who handed it in, who need not be the author. */
    record HandedInBy(String author, String authorFirm, String uploader) {
    }

    /** The receipt: what was handed in, by whom, when, and what became of each file. */
    record Receipt(long id, String reference, String purpose, @Nullable LocalDate answerDue, long folder, String folderPath,
            HandedInBy by, boolean open, Instant openedAt, @Nullable Instant closedAt, List<ReceiptFile> files) {
    }

    @PostMapping("/api/folders/{folder}/submissions")
    @ResponseStatus(HttpStatus.CREATED)
    Receipt begin(@PathVariable long folder, @Valid @org.springframework.web.bind.annotation.RequestBody SubmissionEntry entry,
            Actor actor) {
        Folders.FolderView into = folders.visible(folder, actor);
        if (!folders.mayDrop(actor, into)) {
            throw Refused.forbidden("You may not put files into “" + into.path() + "”.");
        }
        if (entry.sheet() != null && entry.sheet() != rules.sheet(into.project()).edition()) {
            throw Refused.conflict("rules-changed",
                    "The rules have changed since you looked at what will come of these files. Nothing was sent; look again, then send.");
        }
        long author = entry.author() == null ? actor.person(into.project()) : entry.author();
        if (author != actor.person(into.project())) {
            actor.mustControl(into.project());
            if (people.membersOf(into.project()).stream().noneMatch(p -> p.id() == author)) {
                throw Refused.invalid("author", "The author is not in this project.");
            }
        }
        return receipt(announcing.begin(new Announcing.Beginning(folder, author, actor.person(into.project()), entry.purpose(),
                entry.answerDue(),
                given.check(into.project(), entry.given()),
                entry.files().stream().map(f -> new Announcing.Announced(f.name(), f.size())).toList())));
    }

    /** The bytes of one file, as the body. Answered once they are on the disk. */
    @PutMapping(path = "/api/submissions/{id}/files/{position}", consumes = "application/octet-stream")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RequestBody(content = @Content(mediaType = "application/octet-stream", schema = @Schema(type = "string", format = "binary")))
    void receive(@PathVariable long id, @PathVariable int position, HttpServletRequest request, Actor actor) throws IOException {
        receiving.receive(id, position, actor, request.getInputStream());
    }

    @PostMapping("/api/submissions/{id}/closing")
    Receipt close(@PathVariable long id, Actor actor) {
        mine(id, actor);
        closing.close(id);
        return receipt(id);
    }

    @GetMapping("/api/submissions/{id}")
    Receipt submission(@PathVariable long id, Actor actor) {
        Submission submission = submissions.findById(id).orElseThrow(() -> Refused.notFound("submission"));
        if (!actor.maySee(submission.projectId, submission.authorFirmId)) {
            throw Refused.notFound("submission");
        }
        return receipt(id);
    }

    private void mine(long id, Actor actor) {
        Submission submission = submissions.findById(id).orElseThrow(() -> Refused.notFound("submission"));
        if (!actor.is(submission.uploaderId)) {
            throw Refused.notFound("submission");
        }
    }

    private Receipt receipt(long id) {
        Submission s = submissions.findById(id).orElseThrow();
        People.PersonView author = people.person(s.authorId);
        return new Receipt(s.id(), s.reference, s.purpose, s.answerDue, s.folderId, folders.folder(s.folderId).path(), 
                new HandedInBy(author.name(), author.firmCode(), people.person(s.uploaderId).name()), s.open, s.openedAt, s.closedAt,
                files.findBySubmissionIdOrderByPosition(id).stream()
                        .map(f -> new ReceiptFile(f.position, f.name, f.size, f.state, f.refusal, f.remark)).toList());
    }
}
