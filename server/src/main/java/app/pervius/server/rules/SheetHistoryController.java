package app.pervius.server.rules;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.rules.words.SheetDifference;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The editions of a rule sheet: what was done when, what differs between two of them, and going back to one. */
@RestController
class SheetHistoryController {

    private static final int MOST = 200;

    private final SheetEditionRepository editions;
    private final SheetStates states;
    private final SheetDifference difference;
    private final RuleDesk desk;
    private final People people;

    SheetHistoryController(SheetEditionRepository editions, SheetStates states, SheetDifference difference, RuleDesk desk, People people) {
        this.editions = editions;
        this.states = states;
        this.difference = difference;
        this.desk = desk;
        this.people = people;
    }

    /** An edition of the sheet; {@code by} is absent for what Pervius itself did. */
    record SheetEditionView(int edition, @Nullable String by, Instant at, String account) {
    }

    /** The newest 200 editions, the newest first. */
    @GetMapping("/api/projects/{project}/sheet-editions")
    List<SheetEditionView> editions(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return editions.findByProjectIdOrderByEditionDesc(project, Limit.of(MOST)).stream()
                .map(e -> new SheetEditionView(e.edition, e.madeBy == null ? null : people.person(e.madeBy).name(), e.madeAt, e.account))
                .toList();
    }

    /** What differs between two editions, in words; 0 is the sheet as it is drafted. */
    @GetMapping("/api/projects/{project}/sheet-differences")
    @Transactional(readOnly = true)
    public List<SheetDifference.Difference> differences(@PathVariable long project, @RequestParam int from, @RequestParam int to,
            Actor actor) {
        actor.mustControl(project);
        must(project, from);
        must(project, to);
        return difference.between(project, states.side(project, from), states.side(project, to));
    }

    /** What was in force when somebody decided to go back. */
    record ReturnEntry(@NotNull Integer seen) {
    }

    /** Puts an earlier edition in force again, as the next one; refused where another than the one seen is in force by now. */
    @Act(kind = ActKind.RULES, says = "went back to edition {edition} of the rule sheet")
    @PostMapping("/api/projects/{project}/sheet-editions/{edition}/return")
    RuleController.NewEdition goBack(@PathVariable long project, @PathVariable int edition, @Valid @RequestBody ReturnEntry entry,
            Actor actor) {
        actor.mustControl(project);
        must(project, edition);
        return new RuleController.NewEdition(desk.goBack(project, edition, entry.seen(), actor));
    }

    private void must(long project, int edition) {
        if (edition != 0 && editions.findByProjectIdAndEdition(project, edition).isEmpty()) {
            throw Refused.notFound("edition of the rule sheet");
        }
    }
}
