package app.pervius.server.passages;

import app.pervius.core.passage.End;
import app.pervius.core.passage.WayOut;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.http.Page;
import app.pervius.server.http.Tagged;
import app.pervius.server.journal.Journal;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Columns;
import app.pervius.server.tables.Lines;
import app.pervius.server.tables.TableWriter;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Passages: the list of all on their way, and each with everything that happened to it. */
@RestController
class PassageController {

    private final PassageRepository rows;
    private final Passages passages;
    private final Submissions submissions;
    private final WaysOut waysOut;
    private final JournalFor journal;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;

    PassageController(PassageRepository rows, Passages passages, Submissions submissions, WaysOut waysOut, JournalFor journal,
            People people,
            Projects projects, InstantSource clock) {
        this.projects = projects;
        this.rows = rows;
        this.passages = passages;
        this.submissions = submissions;
        this.waysOut = waysOut;
        this.journal = journal;
        this.people = people;
        this.clock = clock;
    }

    /** Which passages a list shows. */
    enum Which {
        ON_THE_WAY(EnumSet.of(Passages.State.RUNNING, Passages.State.WAITING, Passages.State.STOPPED)),
        STOPPED(EnumSet.of(Passages.State.STOPPED)),
        LATE(EnumSet.of(Passages.State.WAITING)),
        BACK(EnumSet.of(Passages.State.DONE)),
        /** What went back, and of whose document nothing newer has come since. */
        TO_ANSWER(EnumSet.of(Passages.State.DONE)),
        DONE(EnumSet.of(Passages.State.DONE)),
        ALL(EnumSet.allOf(Passages.State.class));

        private final Set<Passages.State> states;

        Which(Set<Passages.State> states) {
            this.states = states;
        }
    }

    /** A row of the list. */
    record PassageRow(Passages.PassageView passage, String author, String authorFirm, String submissionReference, List<WayOut> waysOut) {
    }

    /** A passage page: the passage, its journal, and the document's other cycles, newest first. */
    record PassageSheet(PassageRow row, Map<String, String> values, @Nullable Long document, List<Journal.JournalLine> journal,
            List<Passages.PassageView> cycles) {
    }

    /** A way out for passages that are alike; {@code rule} and {@code route} only for choosing one. */
    record WayOutEntry(@NotNull WayOut way, @NotNull Map<String, @NotNull String> fields, @NotNull @Size(max = 4000) String text,
            @Nullable Long rule,
            @Nullable @Size(max = 60) String route, @NotEmpty @Size(max = 500) List<WaysOut.@Valid @NotNull Seen> passages) {
    }

    /** @param mine only the caller's own: as author, or handed in by the caller */
    @Tagged
    @GetMapping("/api/projects/{project}/passages")
    Page<PassageRow> list(@PathVariable long project, @RequestParam(defaultValue = "ON_THE_WAY") Which which,
            @RequestParam(required = false) @Nullable Long submission, @RequestParam(required = false) @Nullable Long rule,
            @RequestParam(required = false) @Nullable Long folder, @RequestParam(defaultValue = "false") boolean mine,
            @RequestParam(required = false) @Nullable String after, Actor actor) {
        List<StoredPassage> found = rows.list(project, which.states, actor.seenFirms(project), submission, rule, folder, mine
                ? actor.person(project) : null, which == Which.TO_ANSWER,
                which == Which.LATE ? clock.instant() : null,
                which == Which.BACK || which == Which.TO_ANSWER ? EnumSet.of(End.RETURNED, End.SENT_BACK) : null,
                Page.after(after, Long.MAX_VALUE), Limit.of(Page.SIZE + 1));
        Page<StoredPassage> page = Page.of(found, StoredPassage::id, row -> row);
        return new Page<>(rows(page.items(), actor), page.next());
    }

    /** The same as a table to take away. */
    @Act(kind = ActKind.EXPORTS, says = "took the list of passages away as a table")
    @GetMapping("/api/projects/{project}/passages/table")
    ResponseEntity<StreamingResponseBody> table(@PathVariable long project, @RequestParam(defaultValue = "ON_THE_WAY") Which which,
            @RequestParam(required = false) @Nullable Long submission, @RequestParam(required = false) @Nullable Long rule,
            @RequestParam(required = false) @Nullable Long folder, @RequestParam TableWriter.Format format, Actor actor) {
        actor.in(project);
        return TableWriter.download(format, projects.settings(project).code() + " passages", columns(projects.settings(project).zone()),
                new Lines<>(after -> list(project, which, submission, rule, folder, false, after, actor)));
    }

    private static Columns<PassageRow> columns(ZoneId zone) {
        return new Columns<PassageRow>(zone).text("Number", r -> r.passage().names().number())
                .text("Revision", r -> r.passage().names().revision())
                .text("Title", r -> r.passage().names().title())
                .text("File", r -> r.passage().names().originalName()).count("Cycle", r -> r.passage().cycle())
                .text("Station", r -> r.passage().at().station().label())
                .text("State", r -> state(r.passage())).text("With", r -> r.passage().at().heldBy())
                .moment("Since", r -> r.passage().at().since())
                .moment("Due", r -> r.passage().at().due())
                .text("Stopped because", r -> r.passage().at().stop() == null ? null : r.passage().at().stop().reason())
                .count("Decision", r -> r.passage().decision())
                .text("Status", r -> r.passage().status()).text("Submission", PassageRow::submissionReference)
                .text("From", PassageRow::author)
                .text("Firm", PassageRow::authorFirm).text("Rule", r -> r.passage().rule());
    }

    private static String state(Passages.PassageView p) {
        return (p.at().ended() == null ? p.at().state().name() : p.at().ended().name()).toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    @GetMapping("/api/passages/{id}")
    PassageSheet passage(@PathVariable long id, Actor actor) {
        StoredPassage row = visible(id, actor);
        List<Passages.PassageView> cycles = row.documentId == null ? List.of() : passages.ofDocument(row.documentId);
        return new PassageSheet(rows(List.of(row), actor).getFirst(), StoredPassage.values(row.fieldValues).byKey(), row.documentId,
                journal.read(passages.view(row), actor),
                cycles);
    }

    /** Takes one way out for one or several passages: answers for which of several it could not be taken, and why. */
    @PostMapping("/api/passages/ways-out")
    List<WaysOut.NotTaken> takeWayOut(@Valid @RequestBody WayOutEntry entry, Actor actor) {
        if (entry.way() == WayOut.PUT_NAME_RIGHT && entry.passages().size() > 1) {
            throw Refused.invalid("passages", "Names are put right one by one.");
        }
        WaysOut.Taken taken = new WaysOut.Taken(entry.way(), entry.fields(), entry.text(), entry.rule(), entry.route());
        if (entry.passages().size() == 1) {
            waysOut.take(entry.passages().getFirst(), taken, actor);
            return List.of();
        }
        return waysOut.takeAll(entry.passages(), taken, actor);
    }

    private StoredPassage visible(long id, Actor actor) {
        StoredPassage passage = rows.findById(id).orElseThrow(() -> Refused.notFound("passage"));
        if (!actor.maySee(passage.projectId, passage.authorFirmId)) {
            throw Refused.notFound("passage");
        }
        return passage;
    }

    private List<PassageRow> rows(List<StoredPassage> found, Actor actor) {
        Map<Long, People.PersonView> authors = people.persons(found.stream().map(p -> p.authorId).collect(Collectors.toSet()));
        Map<Long, String> references = found.stream().map(p -> p.submissionId).distinct()
                .collect(Collectors.toMap(s -> s, submissions::reference));
        Map<Long, StoredPassage> byId = found.stream().collect(Collectors.toMap(StoredPassage::id, p -> p));
        return passages.views(found).stream().map(view -> {
            People.PersonView author = Objects.requireNonNull(authors.get(view.from().author()));
            return new PassageRow(view, author.name(), author.firmCode(), Objects.requireNonNull(references.get(view.from().submission())),
                    WaysOut.open(Objects.requireNonNull(byId.get(view.id())), actor));
        }).toList();
    }
}
