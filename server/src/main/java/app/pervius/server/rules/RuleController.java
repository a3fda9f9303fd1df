package app.pervius.server.rules;

import app.pervius.core.rules.HandlingRule;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.store.Json;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The rule sheet. */
@RestController
class RuleController {

    /** How far back "lately" goes. */
    private static final Duration LATELY = Duration.ofDays(30);

    private final RuleRepository rules;
    private final RuleEditionRepository editions;
    private final RuleDesk desk;
    private final People people;
    private final Passages passages;
    private final InstantSource clock;

    RuleController(RuleRepository rules, RuleEditionRepository editions, RuleDesk desk, People people, Passages passages, InstantSource clock) {
        this.rules = rules;
        this.editions = editions;
        this.desk = desk;
        this.people = people;
        this.passages = passages;
        this.clock = clock;
    }

    /**
     * A row of the sheet.
     *
     * @param fitted how many passages it took in the last 30 days
     */
    record RuleRow(long id, boolean switchedOn, int editionInForce, @Nullable RuleForm inForce, @Nullable RuleForm draft,
            @Nullable String draftBy, @Nullable Instant draftAt, List<RuleFinding.Finding> findings, long fitted, int version) {
    }

    record NewRule(long id) {
    }

    record DraftEntry(int version, @Valid @NotNull RuleForm rule) {
    }

    record VersionEntry(int version) {
    }

    record SwitchEntry(int version, boolean on) {
    }

    record OrderEntry(@NotNull List<@NotNull Long> ids) {
    }

    @GetMapping("/api/projects/{project}/rules")
    List<RuleRow> sheet(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        Map<Long, RuleEdition> inForce = editions.inForce(project).stream().collect(Collectors.toMap(e -> e.ruleId, e -> e));
        Map<Long, Long> fitted = passages.takenByRule(project, clock.instant().minus(LATELY));
        return rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project).stream()
                .map(r -> row(r, inForce.get(r.id()), fitted.getOrDefault(r.id(), 0L))).toList();
    }

    @PostMapping("/api/projects/{project}/rules")
    @ResponseStatus(HttpStatus.CREATED)
    NewRule add(@PathVariable long project, @Valid @RequestBody RuleForm form, Actor actor) {
        actor.mustControl(project);
        return new NewRule(desk.add(project, form.rule(), actor.person()));
    }

    @PutMapping("/api/projects/{project}/rules/order")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void order(@PathVariable long project, @Valid @RequestBody OrderEntry entry, Actor actor) {
        desk.order(project, entry.ids(), actor);
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

    @PostMapping("/api/rules/{id}/put-in-force")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void putInForce(@PathVariable long id, @RequestBody VersionEntry entry, Actor actor) {
        desk.putInForce(id, entry.version(), actor);
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

    private RuleRow row(Rule r, @Nullable RuleEdition edition, long fitted) {
        @Nullable HandlingRule inForce = edition == null ? null : Json.read(edition.definition, HandlingRule.class);
        @Nullable HandlingRule draft = r.draft == null ? null : Json.read(r.draft, HandlingRule.class);
        HandlingRule shown = draft != null ? draft : inForce;
        return new RuleRow(r.id(), r.switchedOn, r.editionInForce, inForce == null ? null : RuleForm.of(inForce),
                draft == null ? null : RuleForm.of(draft), draft == null || r.draftBy == null ? null : people.person(r.draftBy).name(),
                draft == null ? null : r.draftAt, shown == null ? List.of() : desk.findings(r.projectId, shown), fitted, r.version);
    }
}
