package app.pervius.server.rules;

import app.pervius.core.rules.Rule;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.http.Tagged;
import app.pervius.server.rules.words.RuleWords;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
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
    private final RuleWords words;

    RuleController(SheetViews views, SheetBook book, SheetStates states, SheetFindings findings, RuleDesk desk, RuleRights rights,
            RuleWords words) {
        this.views = views;
        this.book = book;
        this.states = states;
        this.findings = findings;
        this.desk = desk;
        this.rights = rights;
        this.words = words;
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

    @Tagged
    @GetMapping("/api/projects/{project}/rules")
    @Transactional(readOnly = true)
    public SheetViews.SheetView sheet(@PathVariable long project, Actor actor) {
        rights.mustReach(project, actor);
        return views.sheet(project, actor);
    }

    @Act(kind = ActKind.RULES, says = "began a rule")
    @PostMapping("/api/projects/{project}/rules")
    @ResponseStatus(HttpStatus.CREATED)
    NewRule add(@PathVariable long project, @Valid @RequestBody RuleEntry entry, Actor actor) {
        Rule rule = entry.rule().rule();
        rights.must(project, actor, rule);
        return new NewRule(desk.add(project, rule, entry.behind(), actor.person(project)));
    }

    /** A rule as it is being edited, in sentences, and what the check finds on it in the place where it stands. */
    record Look(RuleWords.Sentences words, List<RuleFinding.Finding> findings) {
    }

    /** What a rule that is being edited says, and what speaks against it; keeps nothing. */
    @PostMapping("/api/projects/{project}/rules/looks")
    @Transactional(readOnly = true)
    public Look look(@PathVariable long project, @Valid @RequestBody RuleWritten entry, Actor actor) {
        rights.mustReach(project, actor);
        return new Look(words.own(project, entry.rule().rule()), findings.of(project, states.written(project, entry)).of(entry.row()));
    }

    @Act(kind = ActKind.RULES, says = "changed the order of rules")
    @PutMapping("/api/projects/{project}/rules/order")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void order(@PathVariable long project, @Valid @RequestBody OrderEntry entry, Actor actor) {
        desk.order(project, entry.ids(), actor);
    }

    @Act(kind = ActKind.RULES, says = "put rules in force")
    @PostMapping("/api/projects/{project}/rules/putting-in-force")
    NewEdition putInForce(@PathVariable long project, @Valid @RequestBody ForceEntry entry, Actor actor) {
        return new NewEdition(desk.putInForce(project, new RuleDesk.Chosen(entry.rows(), entry.order(), entry.project()), actor));
    }

    @PutMapping("/api/projects/{project}/rules/project-draft")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void saveProjectDraft(@PathVariable long project, @Valid @RequestBody ProjectEntry entry, Actor actor) {
        desk.saveProjectDraft(project, entry.version(), entry.stations().over(book.now(project).says().project()), actor);
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

    @Act(kind = ActKind.RULES, says = "switched a rule on or off")
    @PutMapping("/api/rules/{id}/switch")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void switchOn(@PathVariable long id, @RequestBody SwitchEntry entry, Actor actor) {
        desk.switchOn(id, entry.version(), entry.on(), actor);
    }

    @Act(kind = ActKind.RULES, says = "removed a rule")
    @DeleteMapping("/api/rules/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, @RequestParam int version, Actor actor) {
        desk.remove(id, version, actor);
    }
}
