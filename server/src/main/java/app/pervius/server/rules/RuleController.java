package app.pervius.server.rules;

import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.access.Actor;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
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

    private final SheetViews views;
    private final SheetBook book;
    private final SheetStates states;
    private final SheetFindings findings;
    private final RuleDesk desk;
    private final RuleRights rights;

    RuleController(SheetViews views, SheetBook book, SheetStates states, SheetFindings findings, RuleDesk desk, RuleRights rights) {
        this.views = views;
        this.book = book;
        this.states = states;
        this.findings = findings;
        this.desk = desk;
        this.rights = rights;
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
    public SheetViews.SheetView sheet(@PathVariable long project, Actor actor) {
        rights.mustReach(project, actor);
        return views.sheet(project, actor);
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
}
