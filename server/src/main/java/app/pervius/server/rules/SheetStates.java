package app.pervius.server.rules;

import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.rules.words.SheetDifference;
import app.pervius.server.store.Json;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Rule sheets as they are in force, were, or would be with their drafts. */
@Service
@Transactional(readOnly = true)
public class SheetStates {

    private final RuleRepository rules;
    private final ProjectHandlingRepository projectDrafts;
    private final SheetBook book;
    private final SheetFindings findings;

    SheetStates(RuleRepository rules, ProjectHandlingRepository projectDrafts, SheetBook book, SheetFindings findings) {
        this.rules = rules;
        this.projectDrafts = projectDrafts;
        this.book = book;
        this.findings = findings;
    }

    /**
     * A sheet with its drafts as if they were in force.
     *
     * @param faulty names of rules whose drafts have errors, so that they could not be put in force: what is in force of them counts, or
     *     nothing
     */
    public record Drafted(RuleSheet sheet, List<String> faulty) {
    }

    /**
     * A sheet with all its sound drafts put in force: rules in the drafted order, also those that have never been in force; what is off is
     * left out.
     */
    public Drafted drafted(long project) {
        RuleSheet all = withDrafts(project, Set.of());
        Set<Long> errors = findings.of(project, all).errors().keySet();
        return new Drafted(errors.isEmpty() ? all : withDrafts(project, errors), all.rows().stream()
                .filter(row -> errors.contains(row.ruleId())).map(row -> row.rule().name()).toList());
    }

    private RuleSheet withDrafts(long project, Set<Long> except) {
        SheetBook.State now = book.now(project);
        Map<Long, SheetEdition.Line> lines = now.says().lines().stream().collect(Collectors.toMap(SheetEdition.Line::rule, line -> line));
        Map<Long, Rule> inForce = book.rules(now);
        List<RuleSheet.Row> rows = new ArrayList<>();
        for (RuleRow row : rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project)) {
            SheetEdition.Line line = lines.get(row.id());
            if (line == null || line.on()) {
                row.drafted().filter(draft -> !except.contains(row.id())).map(draft -> new RuleSheet.Row(row.id(), 0, draft))
                        .or(() -> Optional.ofNullable(line).map(l -> new RuleSheet.Row(row.id(), l.edition(),
                                Objects.requireNonNull(inForce.get(row.id()))))).ifPresent(rows::add);
            }
        }
        return new RuleSheet(0, projectSays(project, now), rows);
    }

    /** The same with a rule as it is being edited, sound or not, in the place where it stands. */
    public RuleSheet drafted(long project, RuleWritten rule) {
        // Where it stands among all that is written, those that are off or cannot be tried left out.
        RuleSheet written = written(project, rule);
        Map<Long, RuleSheet.Row> tried = new HashMap<>();
        rule.on(drafted(project).sheet()).rows().forEach(row -> tried.put(row.ruleId(), row));
        return new RuleSheet(0, written.project(), written.rows().stream().map(row -> tried.get(row.ruleId())).filter(Objects::nonNull)
                .toList());
    }

    /** {@link #written(long)} with a rule as it is being edited. */
    RuleSheet written(long project, RuleWritten rule) {
        return rule.on(written(project));
    }

    /** The sheet of an edition, or the one in force where it is 0. */
    public RuleSheet judged(long project, int edition) {
        return book.sheet(edition == 0 ? book.now(project) : book.at(project, edition));
    }

    /** The sheet with all its drafts, sound or not, and the rules that are off: what the check looks at while the sheet is written. */
    public RuleSheet written(long project) {
        SheetBook.State now = book.now(project);
        Map<Long, Rule> inForce = book.rules(now);
        return new RuleSheet(0, projectSays(project, now), rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project).stream()
                .flatMap(row -> row.drafted().or(() -> Optional.ofNullable(inForce.get(row.id())))
                        .map(rule -> new RuleSheet.Row(row.id(), 0, rule)).stream()).toList());
    }

    private Handling projectSays(long project, SheetBook.State now) {
        return projectDrafts.findByProjectId(project).map(row -> row.draft).map(draft -> Json.read(draft, Handling.class))
                .orElse(now.says().project());
    }

    /** The side of a difference: an edition, or the sheet as it is drafted where {@code edition} is 0. */
    SheetDifference.Side side(long project, int edition) {
        SheetBook.State now = book.now(project);
        if (edition == 0) {
            RuleSheet written = written(project);
            Map<Long, Rule> all = new HashMap<>();
            written.rows().forEach(row -> all.put(row.ruleId(), row.rule()));
            List<Long> off = now.says().lines().stream().filter(line -> !line.on()).map(SheetEdition.Line::rule).toList();
            return new SheetDifference.Side(written.rows().stream().map(RuleSheet.Row::ruleId).toList(), all, off, written.project());
        }
        SheetBook.State state = edition == now.edition() ? now : book.at(project, edition);
        return new SheetDifference.Side(state.says().lines().stream().map(SheetEdition.Line::rule).toList(), book.rules(state),
                state.says().lines().stream().filter(line -> !line.on()).map(SheetEdition.Line::rule).toList(), state.says().project());
    }
}
