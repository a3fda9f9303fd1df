package app.pervius.server.rules;

import app.pervius.core.review.Who;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.access.Actor;
import app.pervius.server.people.People;
import app.pervius.server.rules.words.RuleWords;
import app.pervius.server.store.Json;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The rule sheet as people see who may write on it. */
@Component
class SheetViews {
    /** Who wrote a draft, and when. */
    record Drafted(String by, Instant at) {
    }

    /**
     * A row of the sheet.
     *
     * @param editionInForce 0 while it has never been in force
     * @param words what is shown, the draft where there is one, in sentences
     * @param fitted how many passages it took that have moved in the last 30 days
     */
    record SheetRow(long id, boolean on, int editionInForce, @Nullable RuleForm inForce, @Nullable RuleForm draft,
            @Nullable Drafted drafted,
            RuleWords.Sentences words, List<RuleFinding.Finding> findings, long fitted, int version) {
    }

    /** What the project says of stations that are left to it. */
    record ProjectRow(HandlingForm inForce, @Nullable HandlingForm draft, @Nullable Drafted drafted, RuleWords.Sentences words,
            int version) {
    }

    /**
     * The sheet, or of it the rules that stand only on folders whoever asks looks after.
     *
     * @param edition which edition is in force; 0 before the first
     * @param reordered whether the order shown is another than the one in force
     */
    record SheetView(int edition, boolean reordered, ProjectRow project, List<SheetRow> rules) {
    }

    private final RuleRepository rules;
    private final ProjectHandlingRepository projectDrafts;
    private final SheetBook book;
    private final SheetStates states;
    private final SheetFindings findings;
    private final RuleWords words;
    private final RuleRights rights;
    private final Fitted fitted;
    private final People people;

    SheetViews(RuleRepository rules, ProjectHandlingRepository projectDrafts, SheetBook book, SheetStates states, SheetFindings findings,
            RuleWords words, RuleRights rights, Fitted fitted, People people) {
        this.rules = rules;
        this.projectDrafts = projectDrafts;
        this.book = book;
        this.states = states;
        this.findings = findings;
        this.words = words;
        this.rights = rights;
        this.fitted = fitted;
        this.people = people;
    }

    SheetView sheet(long project, Actor actor) {
        SheetBook.State now = book.now(project);
        Map<Long, SheetEdition.Line> lines = now.says().lines().stream().collect(Collectors.toMap(SheetEdition.Line::rule, line -> line));
        Map<Long, Rule> inForce = book.rules(now);
        Map<Long, Long> lately = fitted.lately(project);
        RuleSheet written = states.written(project);
        SheetFindings.Found found = findings.of(project, written);
        List<RuleRow> rows = rules.findByProjectIdAndRemovedFalseOrderByPositionAscIdAsc(project);
        List<RuleRow> mine = rows.stream().filter(row -> rights.may(project, actor, row.drafted()
                .or(() -> Optional.ofNullable(inForce.get(row.id()))).orElseThrow())).toList();
        List<Long> shownOrder = rows.stream().map(RuleRow::id).filter(lines::containsKey).toList();
        boolean reordered = !shownOrder.equals(now.says().lines().stream().map(SheetEdition.Line::rule).toList());
        return new SheetView(now.edition(), reordered, projectRow(project, now.says().project(), written.project()), mine.stream()
                .map(row -> row(row, Optional.ofNullable(lines.get(row.id())), Optional.ofNullable(inForce.get(row.id())),
                        found.of(row.id()), lately.getOrDefault(row.id(), 0L))).toList());
    }

    private ProjectRow projectRow(long project, Handling inForce, Handling shown) {
        Optional<ProjectHandling> row = projectDrafts.findByProjectId(project);
        Optional<ProjectHandling> draft = row.filter(r -> r.draft != null);
        return new ProjectRow(HandlingForm.of(inForce), draft.map(r -> HandlingForm.of(Json.read(String.valueOf(r.draft), Handling.class)))
                .orElse(null),
                draft.map(r -> drafted(r.draftBy, r.draftAt)).orElse(null), words.ofProject(project, shown), row.map(r -> r.version)
                .orElse(0));
    }

    private SheetRow row(RuleRow row, Optional<SheetEdition.Line> line, Optional<Rule> inForce, List<RuleFinding.Finding> found,
            long fitted) {
        Optional<Rule> draft = row.drafted();
        Rule shown = draft.or(() -> inForce).orElseThrow();
        return new SheetRow(row.id(), line.map(SheetEdition.Line::on).orElse(true), line.map(SheetEdition.Line::edition).orElse(0),
                inForce.map(RuleForm::of).orElse(null),
                draft.map(RuleForm::of).orElse(null), draft.isPresent() ? drafted(row.draftBy, row.draftAt) : null,
                words.own(row.projectId, shown), found, fitted, row.version);
    }

    private @Nullable Drafted drafted(@Nullable Long by, @Nullable Instant at) {
        return by == null || at == null ? null : new Drafted(people.person(by).name(), at);
    }
}
