package app.pervius.server.rules;

import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.server.access.Actor;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.people.People;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes a whole sheet over as drafts, such as one read from a file. */
@Service
@Transactional
public class SheetTakeOver {

    private final RuleRepository rules;
    private final ProjectHandlingRepository projectDrafts;
    private final SheetBook book;
    private final RuleDesk desk;
    private final People people;
    private final Live live;
    private final InstantSource clock;

    SheetTakeOver(RuleRepository rules, ProjectHandlingRepository projectDrafts, SheetBook book, RuleDesk desk, People people, Live live,
            InstantSource clock) {
        this.rules = rules;
        this.projectDrafts = projectDrafts;
        this.book = book;
        this.desk = desk;
        this.people = people;
        this.live = live;
        this.clock = clock;
    }

    /**
     * What came of taking a whole sheet over as drafts.
     *
     * @param left names of rules that stand on the sheet and not in what was taken over; they stay as they are, behind the others
     * @param replaced drafts of other people that gave way, with whose they were
     */
    public record SheetTaken(int added, int changed, int same, boolean project, List<String> left, List<String> replaced) {
    }

    /** Takes a whole sheet over as drafts: rules are the same by their names, and stand in the order given. */
    public SheetTaken takeOver(long project, Handling ofProject, List<Rule> sheet, Actor actor) {
        actor.mustControl(project);
        SheetBook.State now = book.now(project);
        Map<Long, Rule> inForce = book.rules(now);
        List<RuleRow> before = new ArrayList<>(rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project));
        List<Long> order = new ArrayList<>();
        List<String> replaced = new ArrayList<>();
        int added = 0;
        int changed = 0;
        for (Rule rule : sheet) {
            Optional<RuleRow> known = before.stream().filter(row -> shown(row, inForce).name().equals(rule.name())).findFirst();
            known.ifPresent(before::remove);
            if (known.isEmpty()) {
                order.add(desk.add(project, rule, null, actor.person(project)));
                added++;
            } else {
                RuleRow row = known.get();
                Optional<String> others = Optional.ofNullable(row.draft == null || Objects.equals(row.draftBy, actor.person(project))
                        ? null : row.draftBy)
                        .map(by -> "“" + rule.name() + "” by " + people.person(by).name());
                order.add(row.id());
                if (draftUnlessSame(row, rule, inForce, actor.person(project))) {
                    changed++;
                    others.ifPresent(replaced::add);
                }
            }
        }
        List<String> left = before.stream().map(row -> shown(row, inForce).name()).toList();
        before.forEach(row -> order.add(row.id()));
        for (int i = 0; i < order.size(); i++) {
            rules.findById(order.get(i)).orElseThrow().position = i + 1;
        }
        boolean says = projectDraftUnlessSame(project, ofProject, now, actor.person(project));
        live.changed(new Change(project, null, Live.Topic.RULES, project));
        return new SheetTaken(added, changed, sheet.size() - added - changed, says, left, replaced);
    }

    private static Rule shown(RuleRow row, Map<Long, Rule> inForce) {
        return row.drafted().or(() -> Optional.ofNullable(inForce.get(row.id()))).orElseThrow();
    }

    /** A draft that says what is in force is none. */
    private boolean draftUnlessSame(RuleRow row, Rule rule, Map<Long, Rule> inForce, long by) {
        if (shown(row, inForce).equals(rule)) {
            return false;
        }
        if (rule.equals(inForce.get(row.id()))) {
            row.draft = null;
        } else {
            desk.write(row, rule, by);
        }
        return true;
    }

    private boolean projectDraftUnlessSame(long project, Handling says, SheetBook.State now, long by) {
        ProjectHandling row = projectDrafts.findByProjectId(project).orElseGet(() -> {
            ProjectHandling first = new ProjectHandling();
            first.projectId = project;
            return projectDrafts.save(first);
        });
        Handling before = row.draft == null ? now.says().project() : Json.read(row.draft, Handling.class);
        if (before.equals(says)) {
            return false;
        }
        boolean asInForce = now.says().project().equals(says);
        row.draft = asInForce ? null : Json.write(says);
        row.draftBy = asInForce ? null : (Long) by;
        row.draftAt = asInForce ? null : clock.instant();
        return true;
    }
}
