package app.pervius.server.rules;

import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.rules.watching.WatchRuns;
import app.pervius.server.rules.words.RuleWords;
import app.pervius.server.store.Json;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The rule sheet as people write it. */
@RestController
class RuleController {

    /** How far back "lately" goes. */
    private static final Duration LATELY = Duration.ofDays(30);

    private final RuleRepository rules;
    private final ProjectHandlingRepository projectDrafts;
    private final SheetBook book;
    private final SheetStates states;
    private final RuleDesk desk;
    private final SheetFindings findings;
    private final RuleWords words;
    private final RuleRights rights;
    private final People people;
    private final Passages passages;
    private final WatchRuns runs;
    private final InstantSource clock;

    RuleController(RuleRepository rules, ProjectHandlingRepository projectDrafts, SheetBook book, SheetStates states, RuleDesk desk,
            SheetFindings findings,
            RuleWords words, RuleRights rights, People people, Passages passages, WatchRuns runs, InstantSource clock) {
        this.runs = runs;
        this.rules = rules;
        this.projectDrafts = projectDrafts;
        this.book = book;
        this.states = states;
        this.desk = desk;
        this.findings = findings;
        this.words = words;
        this.rights = rights;
        this.people = people;
        this.passages = passages;
        this.clock = clock;
    }

    /** Who wrote a draft, and when. */
    record Drafted(String by, Instant at) {
    }

    /**
     * A row of the sheet.
     *
     * @param editionInForce 0 while it has never been in force
     * @param words what is shown, the draft where there is one, in sentences
     * @param fitted how many passages it took that have moved in the last 30 days
     */
    record SheetRow(long id, boolean on, int editionInForce, @Nullable RuleForm inForce, @Nullable RuleForm draft,
            @Nullable Drafted drafted,
            RuleWords.Sentences words, List<RuleFinding.Finding> findings, long fitted, int version) {
    }

    /** What the project says of stations that are left to it. */
    record ProjectRow(HandlingForm inForce, @Nullable HandlingForm draft, @Nullable Drafted drafted, RuleWords.Sentences words,
            int version) {
    }

    /**
     * The sheet, or of it the rules that stand only on folders whoever asks looks after.
     *
     * @param edition which edition is in force; 0 before the first
     * @param reordered whether the order shown is another than the one in force
     */
    record SheetView(int edition, boolean reordered, ProjectRow project, List<SheetRow> rules) {
    }

    record NewRule(long id) {
    }

    /** A new rule; {@code behind} is the rule it comes after, absent for the end of the sheet. */
    record RuleEntry(@Valid @NotNull RuleForm rule, @Nullable Long behind) {
    }

    record DraftEntry(int version, @Valid @NotNull RuleForm rule) {
    }

    record ProjectEntry(int version, @Valid @NotNull HandlingForm stations) {
    }

    record SwitchEntry(int version, boolean on) {
    }

    record OrderEntry(@NotNull @Size(max = 5000) List<@NotNull Long> ids) {
    }

    /** Rows whose drafts are put in force together; {@code project} is the version of the project's draft, where that is meant too. */
    record ForceEntry(@NotNull @Size(max = 5000) List<RuleDesk.@NotNull RowSeen> rows, boolean order, @Nullable Integer project) {
    }

    record NewEdition(int edition) {
    }

    @GetMapping("/api/projects/{project}/rules")
    @Transactional(readOnly = true)
    public SheetView sheet(@PathVariable long project, Actor actor) {
        rights.mustReach(project, actor);
        SheetBook.State now = book.now(project);
        Map<Long, SheetEdition.Line> lines = now.says().lines().stream().collect(Collectors.toMap(SheetEdition.Line::rule, line -> line));
        Map<Long, Rule> inForce = book.rules(now);
        Map<Long, Long> fitted = new HashMap<>(passages.takenByRule(project, clock.instant().minus(LATELY)));
        fitted.putAll(runs.since(project, clock.instant().minus(LATELY)));
        RuleSheet written = states.written(project);
        SheetFindings.Found found = findings.of(project, written);
        List<RuleRow> rows = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project);
        List<RuleRow> mine = rows.stream().filter(row -> rights.may(project, actor, row.drafted()
                .or(() -> Optional.ofNullable(inForce.get(row.id()))).orElseThrow())).toList();
        List<Long> shownOrder = rows.stream().map(RuleRow::id).filter(lines::containsKey).toList();
        boolean reordered = !shownOrder.equals(now.says().lines().stream().map(SheetEdition.Line::rule).toList());
        return new SheetView(now.edition(), reordered, projectRow(project, now.says().project(), written.project()), mine.stream()
                .map(row -> row(row, Optional.ofNullable(lines.get(row.id())), Optional.ofNullable(inForce.get(row.id())),
                        found.of(row.id()), fitted.getOrDefault(row.id(), 0L))).toList());
    }

    @PostMapping("/api/projects/{project}/rules")
    @ResponseStatus(HttpStatus.CREATED)
    NewRule add(@PathVariable long project, @Valid @RequestBody RuleEntry entry, Actor actor) {
        Rule rule = entry.rule().rule();
        rights.must(project, actor, rule);
        return new NewRule(desk.add(project, rule, entry.behind(), actor.person(project)));
    }

    /** A rule as it is being edited; {@code id} is absent for one that is not on the sheet yet. */
    record LookEntry(@Nullable Long id, @Valid @NotNull RuleForm rule) {
    }

    /** What the check finds on a rule as it is being edited, in the place where it stands; keeps nothing. */
    @PostMapping("/api/projects/{project}/rules/looks")
    @Transactional(readOnly = true)
    public List<RuleFinding.Finding> look(@PathVariable long project, @Valid @RequestBody LookEntry entry, Actor actor) {
        rights.mustReach(project, actor);
        long id = entry.id() == null ? -1 : entry.id();
        RuleSheet written = states.written(project);
        List<RuleSheet.Row> rows = new ArrayList<>(written.rows().stream()
                .map(row -> row.ruleId() == id ? new RuleSheet.Row(id, 0, entry.rule().rule()) : row).toList());
        if (entry.id() == null) {
            rows.add(new RuleSheet.Row(id, 0, entry.rule().rule()));
        }
        return findings.of(project, new RuleSheet(0, written.project(), rows)).of(id);
    }

    @PutMapping("/api/projects/{project}/rules/order")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void order(@PathVariable long project, @Valid @RequestBody OrderEntry entry, Actor actor) {
        desk.order(project, entry.ids(), actor);
    }

    @PostMapping("/api/projects/{project}/rules/putting-in-force")
    NewEdition putInForce(@PathVariable long project, @Valid @RequestBody ForceEntry entry, Actor actor) {
        return new NewEdition(desk.putInForce(project, new RuleDesk.Chosen(entry.rows(), entry.order(), entry.project()), actor));
    }

    @PutMapping("/api/projects/{project}/rules/project-draft")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void saveProjectDraft(@PathVariable long project, @Valid @RequestBody ProjectEntry entry, Actor actor) {
        desk.saveProjectDraft(project, entry.version(), entry.stations().plan().over(book.now(project).says().project()), actor);
    }

    @DeleteMapping("/api/projects/{project}/rules/project-draft")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void dropProjectDraft(@PathVariable long project, @RequestParam int version, Actor actor) {
        desk.dropProjectDraft(project, version, actor);
    }

    @PutMapping("/api/rules/{id}/draft")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void saveDraft(@PathVariable long id, @Valid @RequestBody DraftEntry entry, Actor actor) {
        desk.saveDraft(id, entry.version(), entry.rule().rule(), actor);
    }

    @DeleteMapping("/api/rules/{id}/draft")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void dropDraft(@PathVariable long id, @RequestParam int version, Actor actor) {
        desk.dropDraft(id, version, actor);
    }

    @PutMapping("/api/rules/{id}/switch")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void switchOn(@PathVariable long id, @RequestBody SwitchEntry entry, Actor actor) {
        desk.switchOn(id, entry.version(), entry.on(), actor);
    }

    @DeleteMapping("/api/rules/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @RequestParam int version, Actor actor) {
        desk.remove(id, version, actor);
    }

    private ProjectRow projectRow(long project, Handling inForce, Handling shown) {
        Optional<ProjectHandling> row = projectDrafts.findByProjectId(project);
        Optional<ProjectHandling> draft = row.filter(r -> r.draft != null);
        return new ProjectRow(HandlingForm.of(inForce), draft.map(r -> HandlingForm.of(Json.read(String.valueOf(r.draft), Handling.class)))
                .orElse(null),
                draft.map(r -> drafted(r.draftBy, r.draftAt)).orElse(null), words.ofProject(project, shown), row.map(r -> r.version)
                .orElse(0));
    }

    private SheetRow row(RuleRow row, Optional<SheetEdition.Line> line, Optional<Rule> inForce, List<RuleFinding.Finding> found,
            long fitted) {
        Optional<Rule> draft = row.drafted();
        Rule shown = draft.or(() -> inForce).orElseThrow();
        return new SheetRow(row.id(), line.map(SheetEdition.Line::on).orElse(true), line.map(SheetEdition.Line::edition).orElse(0),
                inForce.map(RuleForm::of).orElse(null),
                draft.map(RuleForm::of).orElse(null), draft.isPresent() ? drafted(row.draftBy, row.draftAt) : null,
                words.own(row.projectId, shown), found, fitted, row.version);
    }

    private @Nullable Drafted drafted(@Nullable Long by, @Nullable Instant at) {
        return by == null || at == null ? null : new Drafted(people.person(by).name(), at);
    }
}
