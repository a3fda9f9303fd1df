package app.pervius.server.acts;

import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Columns;
import app.pervius.server.tables.Lines;
import app.pervius.server.tables.TableWriter;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/**
 * The journal of acts: of a project for its controllers and for administrators, of the installation (where no project is named) for
 * administrators.
 */
@RestController
@RequestMapping("/api/journal")
class ActController {

    private final ActBook acts;
    private final ProjectNames projects;
    private final TransactionTemplate transaction;

    ActController(ActBook acts, ProjectNames projects, TransactionTemplate transaction) {
        this.projects = projects;
        this.acts = acts;
        this.transaction = transaction;
    }

    /**
     * How acts are to be kept.
     *
     * @param files whether it is told who opens and takes away files
     * @param months for how long they are kept; 0 is for good
     * @param version the one that was seen
     */
    record KeepingEntry(boolean files, @Min(0) @Max(1200) int months, int version) {
    }

    /** How many acts would be taken out. */
    record OlderView(int acts) {
    }

    /** Newest first. */
    @GetMapping
    Page<ActBook.ActLine> acts(@RequestParam(required = false) @Nullable Long project,
            @RequestParam(required = false) @Nullable ActKind kind,
            @RequestParam(required = false) @Nullable Long account, @RequestParam(required = false) @Nullable String text,
            @RequestParam(required = false) @Nullable Instant from, @RequestParam(required = false) @Nullable Instant until,
            @RequestParam(required = false) @Nullable String after, Actor actor) {
        return Page.of(acts.before(chain(project, actor), Page.after(after, Long.MAX_VALUE), new ActBook.Wanted(kind, account, text, from,
                until), Page.SIZE + 1), ActBook.ActLine::seq, act -> act);
    }

    /** The same as a table to take away; moments are in UTC. */
    @Act(kind = ActKind.EXPORTS, says = "took the journal away as a table")
    @GetMapping("/table")
    ResponseEntity<StreamingResponseBody> table(@RequestParam(required = false) @Nullable Long project,
            @RequestParam(required = false) @Nullable ActKind kind, @RequestParam(required = false) @Nullable Long account,
            @RequestParam(required = false) @Nullable String text, @RequestParam(required = false) @Nullable Instant from,
            @RequestParam(required = false) @Nullable Instant until, @RequestParam TableWriter.Format format, Actor actor) {
        chain(project, actor);
        if (project != null) {
            Acting.to(project, "");
        }
        Columns<ActBook.ActLine> columns = new Columns<ActBook.ActLine>(ZoneOffset.UTC).count("No.", a -> Math.toIntExact(a.seq()))
                .moment("When", ActBook.ActLine::at).text("Who", ActBook.ActLine::who).text("Kind", a -> a.kind().label())
                .text("What", ActBook.ActLine::what).text("From", ActBook.ActLine::address);
        return TableWriter.download(format, "journal", columns, new Lines<>(after -> acts(project, kind, account, text, from, until, after,
                actor)));
    }

    /** A project whose journal may be read. */
    record JournalProject(long id, String name) {
    }

    /** The projects whose journals whoever asks may read. */
    @GetMapping("/projects")
    List<JournalProject> projects(Actor actor) {
        return projects.all().entrySet().stream().filter(p -> actor.administrator() || actor.controls(p.getKey()))
                .map(p -> new JournalProject(p.getKey(), p.getValue())).toList();
    }

    /** Everybody who has done something. */
    @GetMapping("/people")
    List<ActBook.Doer> people(@RequestParam(required = false) @Nullable Long project, Actor actor) {
        return acts.doers(chain(project, actor));
    }

    @GetMapping("/keeping")
    ActBook.Keeping keeping(@RequestParam(required = false) @Nullable Long project, Actor actor) {
        return acts.standing(chain(project, actor)).keeping();
    }

    /** How many acts are older than so many months, and would be taken out if they were kept no longer. */
    @GetMapping("/older")
    OlderView older(@RequestParam(required = false) @Nullable Long project, @RequestParam @Min(1) @Max(1200) int months, Actor actor) {
        return new OlderView(acts.older(chain(project, actor), months));
    }

    /** Sets how they are kept; for controllers of the project, or administrators. */
    @Act(kind = ActKind.KEEPING, says = "set how this journal is kept")
    @PutMapping("/keeping")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void keep(@RequestParam(required = false) @Nullable Long project, @Valid @RequestBody KeepingEntry entry, Actor actor) {
        long chain = chain(project, actor);
        String said = (entry.months() == 0 ? "for good" : "for " + entry.months() + (entry.months() == 1 ? " month" : " months"))
                + (entry.files() ? ", with files that are opened" : ", without files that are opened");
        transaction.executeWithoutResult(status -> {
            acts.keep(chain, entry.files(), entry.months(), entry.version());
            if (project == null) {
                Acting.to(said);
            } else {
                Acting.to(project, said);
            }
        });
    }

    private long chain(@Nullable Long project, Actor actor) {
        if (project == null) {
            actor.mustAdminister();
            return ActBook.INSTALLATION;
        }
        if (!actor.administrator()) {
            actor.mustControl(project);
        } else if (!projects.all().containsKey(project)) {
            throw Refused.notFound("project");
        }
        return project;
    }
}
