package app.pervius.server.numbers;

import app.pervius.core.number.NumberState;
import app.pervius.core.number.Scheme;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.documents.Documents;
import app.pervius.server.http.Page;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Columns;
import app.pervius.server.tables.Lines;
import app.pervius.server.tables.TableWriter;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The ledger: every number and what became of it. */
@RestController
@RequestMapping("/api/projects/{project}")
class LedgerController {

    private final Schemes schemes;
    private final CounterBook counters;
    private final LedgerRepository ledger;
    private final NumberEvents events;
    private final People people;
    private final Projects projects;
    private final Documents documents;

    LedgerController(Schemes schemes, CounterBook counters, LedgerRepository ledger, NumberEvents events, People people, Projects projects,
            Documents documents) {
        this.schemes = schemes;
        this.counters = counters;
        this.ledger = ledger;
        this.events = events;
        this.people = people;
        this.projects = projects;
        this.documents = documents;
    }

    /**
     * A number in the ledger.
     *
     * @param by the rule or the person it was assigned, taken, reserved or voided by
     * @param came when what it is for first came
     */
    record LedgerLine(long id, String scheme, String number, NumberState state, String title, @Nullable String firm, String by, Instant at,
            @Nullable Instant came,
            String reason, @Nullable Long document, int edition) {
    }

    /** What the ledger has of a scheme, newest first. */
    @GetMapping("/schemes/{scheme}/ledger")
    Page<LedgerLine> ledger(@PathVariable long project, @PathVariable String scheme, @RequestParam(required = false) @Nullable String after,
            Actor actor) {
        actor.mustControl(project);
        return lines(ledger.newest(project, scheme, Page.after(after, Long.MAX_VALUE), Limit.of(Page.SIZE + 1)));
    }

    /** The same as a table to take away. */
    @Act(kind = ActKind.EXPORTS, says = "took the ledger of the scheme {scheme} away as a table")
    @GetMapping("/schemes/{scheme}/ledger/table")
    ResponseEntity<StreamingResponseBody> table(@PathVariable long project, @PathVariable String scheme,
            @RequestParam TableWriter.Format format, Actor actor) {
        actor.mustControl(project);
        Columns<LedgerLine> columns = new Columns<LedgerLine>(projects.settings(project).zone()).text("Number", LedgerLine::number)
                .text("State", l -> l.state().label())
                .text("Title", LedgerLine::title).text("Firm", LedgerLine::firm).text("By", LedgerLine::by).moment("When", LedgerLine::at)
                .moment("First came", LedgerLine::came)
                .text("Reason", LedgerLine::reason);
        return TableWriter.download(format, projects.settings(project).code() + " ledger " + scheme, columns,
                new Lines<>(after -> ledger(project, scheme, after, actor)));
    }

    /** One counter drawn out: every value and what became of it. */
    @GetMapping("/schemes/{scheme}/strip")
    CounterBook.Strip strip(@PathVariable long project, @PathVariable String scheme, @RequestParam @Size(max = 400) String combination,
            Actor actor) {
        actor.mustControl(project);
        Scheme of = schemes.inForce(project, scheme).orElseThrow(() -> Refused.notFound("scheme"));
        return counters.strip(project, of, counters.of(project, of).stream().filter(c -> c.combination().equals(combination)).findFirst()
                .orElseThrow(() -> Refused.notFound("counter")));
    }

    /** What people did to numbers of a scheme, newest first. */
    @GetMapping("/schemes/{scheme}/journal")
    List<NumberEvents.NumberEventLine> journal(@PathVariable long project, @PathVariable String scheme, Actor actor) {
        actor.mustControl(project);
        return events.of(project, scheme);
    }

    /** Numbers that were taken and that nothing has come for, oldest first: one's own firm's, or all for a controller. */
    @GetMapping("/numbers-taken")
    Page<LedgerLine> taken(@PathVariable long project, @RequestParam(required = false) @Nullable String after, Actor actor) {
        List<LedgerEntry> found = ledger.taken(project, NumberState.TAKEN, actor.seenFirms(project), Page.after(after, 0),
                Limit.of(Page.SIZE + 1));
        return lines(found);
    }

    private Page<LedgerLine> lines(List<LedgerEntry> found) {
        Map<Long, String> titles = documents.titles(found.stream().map(e -> e.documentId).filter(Objects::nonNull)
                .collect(Collectors.toSet()));
        return Page.of(found, LedgerEntry::id, e -> line(e, titles));
    }

    private LedgerLine line(LedgerEntry e, Map<Long, String> titles) {
        String by = e.personId != null ? people.person(e.personId).name() : e.byRule;
        String title = e.documentId == null ? e.title : titles.getOrDefault(e.documentId, e.title);
        return new LedgerLine(e.id(), e.schemeKey, e.number, e.state, title, e.firmId == null ? null : people.firm(e.firmId).code(), by,
                e.assignedAt, e.cameAt, e.reason,
                e.documentId, e.schemeEdition);
    }
}
