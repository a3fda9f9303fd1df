package app.pervius.server.rules;

import app.pervius.core.passage.TakenBy;
import app.pervius.core.project.FolderId;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Where;
import app.pervius.server.passages.Choices;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.store.Remembered;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The rules in force, for the other features. */
@Service
@Transactional(readOnly = true)
public class Rules implements Choices.OfRules {

    private final SheetBook book;
    private final RuleEditionRepository editions;
    private final Remembered<Long, RuleSheet> sheets = new Remembered<>();
    /** Editions never change, so what was read of one stays. */
    private final Remembered<Edition, Rule> read = new Remembered<>();
    private final Remembered<Edition, Handling> projects = new Remembered<>();

    private record Edition(long of, int edition) {
    }

    Rules(SheetBook book, RuleEditionRepository editions) {
        this.book = book;
        this.editions = editions;
    }

    /** The project's rules that are in force and switched on, in their order. */
    public RuleSheet sheet(long project) {
        return sheets.get(project, () -> book.sheet(book.now(project)));
    }

    /** What each handling rule in force does at each station, by its name, in their order. */
    public Map<String, Handling> handlings(long project) {
        RuleSheet sheet = sheet(project);
        Map<String, Handling> all = new LinkedHashMap<>();
        sheet.rows().forEach(row -> {
            if (row.rule() instanceof HandlingRule rule) {
                all.put(rule.name(), sheet.handling(rule));
            }
        });
        return all;
    }

    @Override
    public Optional<TakenBy> chosen(long project, long rule) {
        RuleSheet sheet = sheet(project);
        return sheet.rows().stream().filter(row -> row.ruleId() == rule && row.rule() instanceof HandlingRule).findFirst()
                .map(row -> new TakenBy(row.ruleId(), row.edition(), sheet.edition(), row.rule().name()));
    }

    @Override
    public Handling handling(long project, TakenBy by) {
        Handling ofProject = projects.get(new Edition(project, by.sheet()), () -> book.at(project, by.sheet()).says().project());
        return edition(by.rule(), by.edition()) instanceof HandlingRule rule ? rule.plan().over(ofProject) : ofProject;
    }

    @Override
    public Where stands(TakenBy by) {
        return edition(by.rule(), by.edition()).where();
    }

    private Rule edition(long rule, int edition) {
        return read.get(new Edition(rule, edition), () -> editions.findByRuleIdAndEdition(rule, edition).map(RuleEdition::rule)
                .orElseThrow(() -> new IllegalStateException("rule " + rule + " has no edition " + edition)));
    }

    /** Whether handling rules stand on a folder, given as itself, its parent, … up to the root. */
    public boolean intake(long project, List<FolderId> pathUp) {
        return sheet(project).intake(pathUp);
    }

    /** The current transaction changes what is in force. */
    void changed() {
        sheets.changed();
    }
}
