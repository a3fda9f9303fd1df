package app.pervius.server.rules;

import app.pervius.core.project.FolderId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Where;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Problem;
import app.pervius.server.live.Live;
import app.pervius.server.people.People;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Writing rules: a draft beside what is in force, put in force as a new edition, switched on and off, ordered, removed. */
@Service
@Transactional
public class RuleDesk {

    private final RuleRepository rules;
    private final RuleEditionRepository editions;
    private final Rules inForce;
    private final List<RuleFinding> checks;
    private final People people;
    private final Live live;
    private final InstantSource clock;

    RuleDesk(RuleRepository rules, RuleEditionRepository editions, Rules inForce, List<RuleFinding> checks, People people, Live live, InstantSource clock) {
        this.rules = rules;
        this.editions = editions;
        this.inForce = inForce;
        this.checks = checks;
        this.people = people;
        this.live = live;
        this.clock = clock;
    }

    /** Adds a rule at the end of the sheet, as a draft. */
    public long add(long project, HandlingRule draft, long by) {
        Rule rule = new Rule();
        rule.projectId = project;
        rule.position = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project).size() + 1;
        write(rule, draft, by);
        changed(project);
        return rules.save(rule).id();
    }

    void saveDraft(long id, int version, HandlingRule draft, Actor actor) {
        Rule rule = forChange(id, version, actor);
        write(rule, draft, actor.person());
        rules.saveAndFlush(rule);
        changed(rule.projectId);
    }

    /** Takes the draft back; a rule that was never in force goes with it. */
    void dropDraft(long id, int version, Actor actor) {
        Rule rule = forChange(id, version, actor);
        rule.draft = null;
        rule.removed = rule.editionInForce == 0;
        rules.saveAndFlush(rule);
        changed(rule.projectId);
    }

    void putInForce(long id, int version, Actor actor) {
        Rule rule = forChange(id, version, actor);
        putInForce(rule, actor.person());
    }

    /** Puts the draft of a rule in force, for callers that have checked who is asking. */
    public void putInForce(long id, long by) {
        putInForce(rules.findById(id).orElseThrow(), by);
    }

    private void putInForce(Rule rule, long by) {
        if (rule.draft == null) {
            throw Problem.conflict("no-draft", "There is no draft to put in force; somebody may have done it already.");
        }
        HandlingRule draft = Json.read(rule.draft, HandlingRule.class);
        List<RuleFinding.Finding> errors = findings(rule.projectId, draft).stream().filter(RuleFinding.Finding::error).toList();
        if (!errors.isEmpty()) {
            throw Problem.conflict("rule-faulty", "“" + draft.name() + "” cannot be put in force: "
                    + String.join(" ", errors.stream().map(RuleFinding.Finding::sentence).toList()));
        }
        String definition = rule.draft;
        rule.draft = null;
        keepEdition(rule, definition, by);
    }

    private void keepEdition(Rule rule, String definition, long by) {
        RuleEdition edition = new RuleEdition();
        edition.ruleId = rule.id();
        edition.edition = rule.editionInForce + 1;
        edition.definition = definition;
        edition.putInForceBy = by;
        edition.putInForceAt = clock.instant();
        editions.save(edition);
        rule.editionInForce = edition.edition;
        rules.saveAndFlush(rule);
        changed(rule.projectId);
    }

    /** Has a rule that is in force stand on more folders, as its next edition; a draft beside it gets the folders too. */
    public void standAlso(long id, List<Long> also, long by) {
        Rule rule = rules.findById(id).filter(r -> !r.removed && r.editionInForce > 0).orElseThrow(() -> Problem.notFound("rule"));
        HandlingRule now = inForce.edition(id, rule.editionInForce);
        if (rule.draft != null) {
            rule.draft = Json.write(withPlaces(Json.read(rule.draft, HandlingRule.class), also));
        }
        keepEdition(rule, Json.write(withPlaces(now, also)), by);
    }

    private static HandlingRule withPlaces(HandlingRule rule, List<Long> also) {
        List<Where.Standing> places = new ArrayList<>(rule.where().places());
        also.stream().filter(folder -> places.stream().noneMatch(p -> p.folder().value() == folder))
                .toList().forEach(folder -> places.add(new Where.Standing(new FolderId(folder), true)));
        return new HandlingRule(rule.name(), new Where(places), rule.which(), rule.namePatterns(), rule.checks(), rule.sequence(), rule.scheme(), rule.route(),
                rule.issue(), rule.tell());
    }

    void switchOn(long id, int version, boolean on, Actor actor) {
        Rule rule = forChange(id, version, actor);
        rule.switchedOn = on;
        rules.saveAndFlush(rule);
        changed(rule.projectId);
    }

    void remove(long id, int version, Actor actor) {
        Rule rule = forChange(id, version, actor);
        rule.removed = true;
        rules.saveAndFlush(rule);
        changed(rule.projectId);
    }

    void order(long project, List<Long> ids, Actor actor) {
        actor.mustControl(project);
        List<Rule> all = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project);
        if (!all.stream().map(Rule::id).sorted().toList().equals(ids.stream().sorted().toList())) {
            throw Problem.conflict("changed-meanwhile", "Rules were added or removed in the meantime; look at the sheet as it is now.");
        }
        all.forEach(rule -> rule.position = ids.indexOf(rule.id()) + 1);
        changed(project);
    }

    List<RuleFinding.Finding> findings(long project, HandlingRule rule) {
        return checks.stream().flatMap(check -> check.find(project, rule).stream()).toList();
    }

    private void write(Rule rule, HandlingRule draft, long by) {
        rule.draft = Json.write(draft);
        rule.draftBy = by;
        rule.draftAt = clock.instant();
    }

    private Rule forChange(long id, int version, Actor actor) {
        Rule rule = rules.findById(id).filter(r -> !r.removed).orElseThrow(() -> Problem.notFound("rule"));
        actor.mustControl(rule.projectId);
        if (rule.version != version) {
            String who = rule.draftBy == null ? "somebody" : people.person(Objects.requireNonNull(rule.draftBy)).name();
            throw Problem.conflict("changed-meanwhile", "This rule was changed in the meantime, the draft last by " + who
                    + ". Nothing of yours was saved; the row shows it as it is now.");
        }
        return rule;
    }

    private void changed(long project) {
        inForce.changed();
        live.changed(new Live.Change(project, null, Live.Topic.RULES, project));
    }
}
