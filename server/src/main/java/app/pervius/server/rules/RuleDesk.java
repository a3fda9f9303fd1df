package app.pervius.server.rules;

import app.pervius.core.number.NumberPlan;
import app.pervius.core.project.FolderId;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Where;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Acting;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writing the rule sheet: drafts beside what is in force, chosen rows put in force together, rules switched on and off, ordered, removed.
 * Whatever changes what is in force is a new edition of the sheet.
 */
@Service
@Transactional
public class RuleDesk {

    private final RuleRepository rules;
    private final ProjectHandlingRepository projectDrafts;
    private final SheetBook book;
    private final Rules inForce;
    private final SheetFindings findings;
    private final RuleRights rights;
    private final People people;
    private final Live live;
    private final InstantSource clock;

    RuleDesk(RuleRepository rules, ProjectHandlingRepository projectDrafts, SheetBook book, Rules inForce, SheetFindings findings,
            RuleRights rights, People people, Live live,
            InstantSource clock) {
        this.rules = rules;
        this.projectDrafts = projectDrafts;
        this.book = book;
        this.inForce = inForce;
        this.findings = findings;
        this.rights = rights;
        this.people = people;
        this.live = live;
        this.clock = clock;
    }

    /** A row as it was seen when somebody decided to change it. */
    record RowSeen(long id, int version) {
    }

    /**
     * What is to be put in force together.
     *
     * @param rows rules whose drafts are meant
     * @param order whether the drafted order is meant too
     * @param project the version of the draft of what the project says; absent where that is not meant
     */
    record Chosen(List<RowSeen> rows, boolean order, @Nullable Integer project) {
    }

    /** Adds a rule as a draft, behind another or at the end of the sheet; gives its id. */
    long add(long project, Rule draft, @Nullable Long behind, long by) {
        List<RuleRow> all = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project);
        int place = all.size();
        for (int i = 0; i < all.size(); i++) {
            if (behind != null && all.get(i).id() == behind) {
                place = i + 1;
            }
        }
        RuleRow row = new RuleRow();
        row.projectId = project;
        write(row, draft, by);
        for (int i = 0; i < all.size(); i++) {
            all.get(i).position = i < place ? i + 1 : i + 2;
        }
        row.position = place + 1;
        tellOthers(project);
        return rules.save(row).id();
    }

    /** Adds a rule at the end of the sheet and puts it in force as it is, for callers that have checked who is asking. */
    public long addInForce(long project, Rule rule, long by) {
        long id = add(project, rule, null, by);
        RuleRow row = rules.findById(id).orElseThrow();
        row.draft = null;
        SheetEdition.Says now = book.now(project).says();
        List<SheetEdition.Line> lines = new ArrayList<>(now.lines());
        lines.add(new SheetEdition.Line(id, book.keep(id, rule, by), true));
        edition(project, new SheetEdition.Says(now.project(), lines), by, "“" + rule.name() + "” put in force");
        return id;
    }

    /** Adds a draft at the end of the sheet, for callers that have checked who is asking. */
    public long addDraft(long project, Rule draft, long by) {
        return add(project, draft, null, by);
    }

    /** Sets what a project says of stations left to it, for callers that have checked who is asking. */
    public void sayForProject(long project, Handling handling, @Nullable Long by) {
        edition(project, new SheetEdition.Says(handling, book.now(project).says().lines()), by, "what the project says put in force");
    }

    void saveDraft(long id, int version, Rule draft, Actor actor) {
        RuleRow row = forChange(id, version, actor);
        rights.must(row.projectId, actor, draft);
        write(row, draft, actor.person(row.projectId));
        rules.saveAndFlush(row);
        tellOthers(row.projectId);
    }

    /** Takes the draft back; a rule that was never in force goes with it. */
    void dropDraft(long id, int version, Actor actor) {
        RuleRow row = forChange(id, version, actor);
        row.draft = null;
        row.removed = book.now(row.projectId).says().lines().stream().noneMatch(line -> line.rule() == id);
        rules.saveAndFlush(row);
        tellOthers(row.projectId);
    }

    void saveProjectDraft(long project, int version, Handling draft, Actor actor) {
        ProjectHandling row = projectDraft(project, version, actor);
        row.draft = Json.write(draft);
        row.draftBy = actor.person(project);
        row.draftAt = clock.instant();
        projectDrafts.saveAndFlush(row);
        tellOthers(project);
    }

    void dropProjectDraft(long project, int version, Actor actor) {
        ProjectHandling row = projectDraft(project, version, actor);
        row.draft = null;
        projectDrafts.saveAndFlush(row);
        tellOthers(project);
    }

    /** Puts the drafts of chosen rows in force together, or none of them; everything else stays as it is. */
    int putInForce(long project, Chosen chosen, Actor actor) {
        rights.mustReach(project, actor);
        if (chosen.order() || chosen.project() != null || chosen.rows().isEmpty()) {
            actor.mustControl(project);
        }
        SheetBook.State now = book.now(project);
        Map<Long, Rule> drafts = new HashMap<>();
        chosen.rows().forEach(seen -> {
            RuleRow row = forChange(seen.id(), seen.version(), actor);
            drafts.put(row.id(), row.drafted().orElseThrow(() ->
                    Refused.conflict("no-draft", "There is no draft to put in force; somebody may have done it already.")));
        });
        Handling ofProject = chosen.project() == null ? now.says().project() : projectChosen(project, chosen.project(), actor);
        if (drafts.isEmpty() && !chosen.order() && chosen.project() == null) {
            throw Refused.invalid("rows", "Choose what is to be put in force.");
        }
        List<Long> order = order(project, now, drafts.keySet(), chosen.order());
        Map<Long, SheetEdition.Line> before = now.says().lines().stream().collect(Collectors.toMap(SheetEdition.Line::rule, line -> line));
        Map<Long, Rule> all = new HashMap<>(book.rules(now));
        all.putAll(drafts);
        refuseFaulty(project, new RuleSheet(0, ofProject, order.stream()
                .filter(id -> drafts.containsKey(id) || Objects.requireNonNull(before.get(id)).on())
                .map(id -> new RuleSheet.Row(id, 0, Objects.requireNonNull(all.get(id)))).toList()), drafts.keySet(),
                chosen.project() != null);
        List<SheetEdition.Line> lines = order.stream().map(id -> drafts.containsKey(id)
                ? new SheetEdition.Line(id, book.keep(id, drafts.get(id), actor.person(project)), !before.containsKey(id) || before.get(id)
                        .on()) : before.get(id)).toList();
        drafts.keySet().forEach(id -> rules.findById(id).orElseThrow().draft = null);
        List<String> what = new ArrayList<>(order.stream().filter(drafts::containsKey)
                .map(id -> "“" + Objects.requireNonNull(drafts.get(id)).name() + "”")
                .toList());
        if (chosen.order()) {
            what.add("the order");
        }
        if (chosen.project() != null) {
            what.add("what the project says");
        }
        return edition(project, new SheetEdition.Says(ofProject, lines), actor.person(project), String.join(", ", what) + " put in force");
    }

    private Handling projectChosen(long project, int version, Actor actor) {
        ProjectHandling row = projectDraft(project, version, actor);
        if (row.draft == null) {
            throw Refused.conflict("no-draft", "There is no draft of what the project says; somebody may have put it in force already.");
        }
        Handling draft = Json.read(row.draft, Handling.class);
        row.draft = null;
        projectDrafts.saveAndFlush(row);
        return draft;
    }

    /** The rules in force in their order: the drafted one, or the one in force with new rules behind those they follow in the draft. */
    private List<Long> order(long project, SheetBook.State now, Set<Long> also, boolean asDrafted) {
        List<Long> drafted = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project).stream().map(RuleRow::id).toList();
        List<Long> before = now.says().lines().stream().map(SheetEdition.Line::rule).toList();
        Set<Long> wanted = new HashSet<>(before);
        wanted.addAll(also);
        if (asDrafted) {
            return drafted.stream().filter(wanted::contains).toList();
        }
        List<Long> order = new ArrayList<>(before);
        for (int i = 0; i < drafted.size(); i++) {
            long id = drafted.get(i);
            if (also.contains(id) && !order.contains(id)) {
                order.add(i == 0 ? 0 : behindAny(order, drafted.subList(0, i)), id);
            }
        }
        return order;
    }

    private static int behindAny(List<Long> order, List<Long> drafted) {
        for (int i = drafted.size() - 1; i >= 0; i--) {
            int at = order.indexOf(drafted.get(i));
            if (at >= 0) {
                return at + 1;
            }
        }
        return 0;
    }

    /** Refuses while there is an error on a row that is touched, or one on another row that these make. */
    private void refuseFaulty(long project, RuleSheet next, Set<Long> touched, boolean projectToo) {
        Map<Long, List<String>> errors = findings.of(project, next).errors();
        if (errors.isEmpty()) {
            return;
        }
        Set<Long> before = findings.of(project, inForce.sheet(project)).errors().keySet();
        List<String> stopping = next.rows().stream().filter(row -> errors.containsKey(row.ruleId()))
                .filter(row -> projectToo || touched.contains(row.ruleId()) || !before.contains(row.ruleId()))
                .map(row -> "“" + row.rule().name() + "”: " + String.join(" ", errors.get(row.ruleId()))).toList();
        if (!stopping.isEmpty()) {
            throw Refused.conflict("rule-faulty", "This cannot be put in force: " + String.join(" ", stopping));
        }
    }

    /** Has rules that are in force stand on more folders, as their next editions; drafts beside them get the folders too. */
    public void standAlso(long id, List<Long> also, long by) {
        RuleRow row = rules.findById(id).filter(r -> !r.removed).orElseThrow(() -> Refused.notFound("rule"));
        SheetBook.State now = book.now(row.projectId);
        Rule rule = Optional.ofNullable(book.rules(now).get(id)).orElseThrow(() -> Refused.notFound("rule"));
        row.drafted().ifPresent(draft -> row.draft = Json.write(draft.at(more(draft.where(), also))));
        int edition = book.keep(id, rule.at(more(rule.where(), also)), by);
        List<SheetEdition.Line> lines = now.says().lines().stream()
                .map(line -> line.rule() == id ? new SheetEdition.Line(id, edition, line.on()) : line).toList();
        edition(row.projectId, new SheetEdition.Says(now.says().project(), lines), by, "“" + rule.name() + "” stands on more folders");
    }

    private static Where more(Where where, List<Long> also) {
        List<Where.Standing> places = new ArrayList<>(where.places());
        also.stream().filter(folder -> places.stream().noneMatch(p -> p.folder().value() == folder))
                .toList().forEach(folder -> places.add(new Where.Standing(new FolderId(folder), true)));
        return new Where(places);
    }

    void switchOn(long id, int version, boolean on, Actor actor) {
        RuleRow row = forChange(id, version, actor);
        SheetBook.State now = book.now(row.projectId);
        String name = String.valueOf(Optional.ofNullable(book.rules(now).get(id)).map(Rule::name)
                .orElseThrow(() -> Refused.conflict("never-in-force", "The rule has never been in force, so it cannot be switched.")));
        List<SheetEdition.Line> lines = now.says().lines().stream()
                .map(line -> line.rule() == id ? new SheetEdition.Line(id, line.edition(), on) : line).toList();
        SheetEdition.Says says = new SheetEdition.Says(now.says().project(), lines);
        if (on) {
            refuseFaulty(row.projectId, book.sheet(new SheetBook.State(0, says)), Set.of(id), false);
        }
        edition(row.projectId, says, actor.person(row.projectId), "“" + name + "” switched " + (on ? "on" : "off"));
    }

    /** Takes a rule off the sheet at once; going back to an edition of the sheet that has it brings it back. */
    void remove(long id, int version, Actor actor) {
        RuleRow row = forChange(id, version, actor);
        row.removed = true;
        Acting.to(row.projectId, "");
        rules.saveAndFlush(row);
        SheetBook.State now = book.now(row.projectId);
        Rule rule = book.rules(now).get(id);
        if (rule != null) {
            edition(row.projectId, new SheetEdition.Says(now.says().project(), now.says().lines().stream().filter(line -> line.rule() != id)
                    .toList()),
                    actor.person(row.projectId), "“" + rule.name() + "” taken off the sheet");
        }
        tellOthers(row.projectId);
    }

    void order(long project, List<Long> ids, Actor actor) {
        actor.mustControl(project);
        List<RuleRow> all = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project);
        if (!all.stream().map(RuleRow::id).sorted().toList().equals(ids.stream().sorted().toList())) {
            throw Refused.conflict("changed-meanwhile", "Rules were added or removed in the meantime; look at the sheet as it is now.");
        }
        all.forEach(row -> row.position = ids.indexOf(row.id()) + 1);
        tellOthers(project);
    }

    /**
     * Puts an earlier state of the sheet in force again, as a new edition, if what was seen is still in force; rules that came since stay
     * as drafts.
     * Errors stop it as they do every putting in force, except that the state directly before comes back as it was: that takes the last
     * change back.
     */
    int goBack(long project, int edition, int seen, Actor actor) {
        actor.mustControl(project);
        SheetBook.State then = book.at(project, edition);
        SheetBook.State now = book.now(project);
        if (now.edition() != seen) {
            throw Refused.conflict("changed-meanwhile", "The sheet was changed in the meantime: edition " + now.edition()
                    + " is in force. Nothing was done; look at it as it is now.");
        }
        if (then.says().equals(now.says())) {
            throw Refused.conflict("same-state", "That is what is in force.");
        }
        if (edition < now.edition() - 1) {
            Set<SheetEdition.Line> kept = Set.copyOf(now.says().lines());
            refuseFaulty(project, book.sheet(then), then.says().lines().stream().filter(line -> !kept.contains(line))
                    .map(SheetEdition.Line::rule).collect(Collectors.toSet()),
                    !then.says().project().equals(now.says().project()));
        }
        Map<Long, Integer> editionsNow = now.says().lines().stream()
                .collect(Collectors.toMap(SheetEdition.Line::rule, SheetEdition.Line::edition));
        Map<Long, Rule> rulesThen = book.rules(then);
        List<SheetEdition.Line> lines = new ArrayList<>();
        for (SheetEdition.Line line : then.says().lines()) {
            boolean same = Objects.equals(editionsNow.get(line.rule()), line.edition());
            lines.add(same ? line : new SheetEdition.Line(line.rule(),
                    book.keep(line.rule(), Objects.requireNonNull(rulesThen.get(line.rule())), actor.person(project)), line.on()));
            rules.findById(line.rule()).orElseThrow().removed = false;
        }
        Map<Long, Rule> rulesNow = book.rules(now);
        rulesNow.keySet().stream().filter(id -> !rulesThen.containsKey(id)).map(id -> rules.findById(id).orElseThrow())
                .filter(row -> row.draft == null)
                .forEach(row -> write(row, Objects.requireNonNull(rulesNow.get(row.id())), actor.person(project)));
        positions(project, then.says().lines().stream().map(SheetEdition.Line::rule).toList());
        return edition(project, new SheetEdition.Says(then.says().project(), lines), actor.person(project), "back to edition " + edition);
    }

    private void positions(long project, List<Long> first) {
        int place = 1;
        List<RuleRow> all = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project);
        for (long id : first) {
            rules.findById(id).orElseThrow().position = place++;
        }
        for (RuleRow row : all) {
            if (!first.contains(row.id())) {
                row.position = place++;
            }
        }
    }

    private int edition(long project, SheetEdition.Says says, @Nullable Long by, String account) {
        rules.flush();
        int edition = book.putInForce(project, says, by, account);
        Acting.to(project, account + ", edition " + edition);
        inForce.changed();
        tellOthers(project);
        return edition;
    }

    void write(RuleRow row, Rule draft, long by) {
        row.draft = Json.write(draft);
        row.draftBy = by;
        row.draftAt = clock.instant();
    }

    private RuleRow forChange(long id, int version, Actor actor) {
        RuleRow row = rules.findById(id).filter(r -> !r.removed).orElseThrow(() -> Refused.notFound("rule"));
        rights.mustReach(row.projectId, actor);
        row.drafted().ifPresent(draft -> rights.must(row.projectId, actor, draft));
        Optional.ofNullable(book.rules(book.now(row.projectId)).get(id)).ifPresent(rule -> rights.must(row.projectId, actor, rule));
        if (row.version != version) {
            throw changedMeanwhile("This rule was", row.draftBy, "the row shows it as it is now");
        }
        return row;
    }

    private ProjectHandling projectDraft(long project, int version, Actor actor) {
        actor.mustControl(project);
        ProjectHandling row = projectDrafts.findByProjectId(project).orElseGet(() -> {
            ProjectHandling first = new ProjectHandling();
            first.projectId = project;
            return projectDrafts.save(first);
        });
        if (row.version != version) {
            throw changedMeanwhile("What the project says was", row.draftBy, "the sheet shows it as it is now");
        }
        return row;
    }

    private Refused changedMeanwhile(String what, @Nullable Long by, String shown) {
        return Refused.conflict("changed-meanwhile", what + " changed in the meantime, the draft last by "
                + (by == null ? "somebody" : people.person(by).name())
                + ". Nothing of yours was saved; " + shown + ".");
    }

    private void tellOthers(long project) {
        live.changed(new Change(project, null, Live.Topic.RULES, project));
    }

    /** The project's word, for a project that has none yet: its first scheme and route. */
    public static Handling usual(String scheme, String route) {
        Handling usual = Handling.USUAL;
        return new Handling(usual.identify(), new NumberPlan(Optional.of(scheme)), usual.prepare(),
                new ReviewPlan(Optional.of(route)), usual.issue(), usual.tell(), usual.untaken());
    }
}
