package app.pervius.server.rules;

import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The editions of rule sheets: what is in force, what was, and writing the next. */
@Component
class SheetBook {

    private final SheetEditionRepository sheets;
    private final RuleEditionRepository editions;
    private final InstantSource clock;

    SheetBook(SheetEditionRepository sheets, RuleEditionRepository editions, InstantSource clock) {
        this.sheets = sheets;
        this.editions = editions;
        this.clock = clock;
    }

    /** A sheet as it is in force, or was. */
    record State(int edition, SheetEdition.Says says) {

        /** What a project has before anything was put in force. */
        static final State BEGINNING = new State(0, new SheetEdition.Says(Handling.USUAL, List.of()));
    }

    State now(long project) {
        return sheets.findFirstByProjectIdOrderByEditionDesc(project).map(e -> new State(e.edition, e.says())).orElse(State.BEGINNING);
    }

    State at(long project, int edition) {
        return edition == 0 ? State.BEGINNING : sheets.findByProjectIdAndEdition(project, edition).map(e -> new State(e.edition, e.says()))
                .orElseThrow(() -> new IllegalStateException("project " + project + " has no rule sheet of edition " + edition));
    }

    /** The rules of a state in their order, those that are off left out. */
    RuleSheet sheet(State state) {
        Map<Long, Rule> rules = rules(state);
        return new RuleSheet(state.edition(), state.says().project(), state.says().lines().stream().filter(SheetEdition.Line::on)
                .map(line -> new RuleSheet.Row(line.rule(), line.edition(), Objects.requireNonNull(rules.get(line.rule())))).toList());
    }

    /** All rules of a state, by their ids. */
    Map<Long, Rule> rules(State state) {
        Map<Long, Integer> wanted = new HashMap<>();
        state.says().lines().forEach(line -> wanted.put(line.rule(), line.edition()));
        Map<Long, Rule> found = new HashMap<>();
        if (!wanted.isEmpty()) {
            editions.findByRuleIdIn(wanted.keySet()).stream().filter(e -> Objects.equals(wanted.get(e.ruleId), e.edition))
                    .forEach(e -> found.put(e.ruleId, e.rule()));
        }
        return found;
    }

    /** Keeps a rule as its next edition; gives which. */
    int keep(long rule, Rule definition, @Nullable Long by) {
        RuleEdition edition = new RuleEdition();
        edition.ruleId = rule;
        edition.edition = editions.newest(rule) + 1;
        edition.definition = Json.write(definition);
        edition.putInForceBy = by;
        edition.putInForceAt = clock.instant();
        editions.saveAndFlush(edition);
        return edition.edition;
    }

    /** Puts the next edition of a sheet in force; a second one at the same moment fails, since it has the same number. */
    int putInForce(long project, SheetEdition.Says says, @Nullable Long by, String account) {
        SheetEdition next = new SheetEdition();
        next.projectId = project;
        next.edition = now(project).edition() + 1;
        next.definition = Json.write(says);
        next.account = account.length() > 1000 ? account.substring(0, 999) + "…" : account;
        next.madeBy = by;
        next.madeAt = clock.instant();
        sheets.saveAndFlush(next);
        return next.edition;
    }
}
