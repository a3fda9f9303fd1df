package app.pervius.server.rules.arriving;

import app.pervius.core.arrive.FileName;
import app.pervius.core.issue.Copying;
import app.pervius.core.issue.IssueEffect;
import app.pervius.core.issue.IssueFacts;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.State;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import app.pervius.core.rules.ArrivalFacts;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.rules.Where;
import app.pervius.core.tell.Occasion;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.PassageNoted;
import app.pervius.server.placing.Placing;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.watching.WatchRuns;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** What watching rules do beside telling: the copies they put, and the notes of what they did. A copy that cannot be put stops nothing. */
@Component
public class Beside {

    /**
     * A copy by a watching rule.
     *
     * @param rule its id
     * @param name what it is called
     * @param outcome what is placed, or why nothing can be
     */
    public record Copied(long rule, String name, Outcome<IssueEffect> outcome) {

        /** What comes of it, in a sentence. */
        public String account(boolean foretold) {
            return switch (outcome) {
                case Outcome.Passed<IssueEffect>(var effects, String account, String before) -> foretold ? before : account;
                case Outcome.Stopped<IssueEffect>(var reason, var waysOut) -> "Not copied: " + reason.sentence();
                case Outcome.Waiting<IssueEffect> w -> "Not copied.";
                case Outcome.Returned<IssueEffect> r -> "Not copied.";
                case Outcome.Left<IssueEffect> l -> "Not copied.";
            };
        }

        public boolean failed() {
            return !(outcome instanceof Outcome.Passed);
        }
    }

    private final Rules rules;
    private final Arriving arriving;
    private final Folders folders;
    private final Projects projects;
    private final Placing placing;
    private final WatchRuns runs;
    private final ApplicationEventPublisher events;

    Beside(Rules rules, Arriving arriving, Folders folders, Projects projects, Placing placing, WatchRuns runs,
            ApplicationEventPublisher events) {
        this.rules = rules;
        this.arriving = arriving;
        this.folders = folders;
        this.projects = projects;
        this.placing = placing;
        this.runs = runs;
        this.events = events;
    }

    /** What watching rules of a sheet would copy on an occasion; copies nothing. */
    public List<Copied> copies(PassageFacts passage, Occasion occasion, RuleSheet sheet) {
        return decide(passage, occasion, sheet, copied -> { });
    }

    /** Puts the copies of the rules in force and notes what every watching rule did, {@code told} how many each told. */
    public void happened(PassageFacts passage, Occasion occasion, Map<Long, Integer> told) {
        Map<Long, List<Copied>> byRule = new LinkedHashMap<>();
        told.keySet().forEach(rule -> byRule.put(rule, new ArrayList<>()));
        decide(passage, occasion, rules.sheet(passage.project()), copied -> {
            byRule.computeIfAbsent(copied.rule(), k -> new ArrayList<>()).add(copied);
            placing.place(passage, copied.outcome().effects(), copied.name());
            if (passage.id() != 0) {
                events.publishEvent(new PassageNoted(passage.id(), "Beside its way, “" + copied.name() + "”: " + copied.account(false)));
            }
        });
        byRule.forEach((rule, copied) -> runs.note(passage, occasion, new WatchRuns.Did(rule, told.getOrDefault(rule, 0),
                copied.isEmpty() ? Optional.empty() : Optional.of(String.join(" ", copied.stream().map(c -> c.account(false)).toList())),
                copied.stream().anyMatch(Copied::failed))));
    }

    /** Decides one copy after the other, each with what those before it have done. */
    private List<Copied> decide(PassageFacts passage, Occasion occasion, RuleSheet sheet, Consumer<Copied> each) {
        List<Copied> all = new ArrayList<>();
        if (sheet.rows().stream().noneMatch(row -> row.rule() instanceof WatchingRule rule && !rule.copiesOn(occasion).isEmpty())) {
            return all;
        }
        ArrivalFacts arrival = arriving.facts(passage);
        for (RuleSheet.Row row : sheet.judge(arrival).watching()) {
            WatchingRule rule = (WatchingRule) row.rule();
            for (Copying copying : rule.copiesOn(occasion)) {
                Copied copied = new Copied(row.ruleId(), rule.name(), copying.decide(facts(passage,
                        sheet.known(rule, arrival).with(passage.values())), came(passage, rule.where()), status(passage)));
                each.accept(copied);
                all.add(copied);
            }
        }
        return all;
    }

    private static String status(PassageFacts passage) {
        return passage.passage().state() instanceof State.Done done ? done.statusCode().orElse("") : "";
    }

    private IssueFacts facts(PassageFacts passage, FieldValues values) {
        Projects.Settings project = projects.settings(passage.project());
        return new IssueFacts(passage.number().flatMap(number -> passage.revision().map(code -> new IssueFacts.Numbered(number, code))),
                passage.title(), passage.baseName(), Optional.empty(), IssuePlan.AS_PROJECT,
                passage.files().stream().map(f -> new FileName(f.name())).toList(), values, project.fields(), project.statusCodes(),
                placing.there(passage, project.archive()));
    }

    /** Where it came in, as seen from the nearest folder on its way up that the rule stands on. */
    private Copying.Came came(PassageFacts passage, Where where) {
        List<String> below = new ArrayList<>();
        for (FolderId folder : folders.pathUp(passage.folder())) {
            if (where.places().stream().anyMatch(place -> place.folder().equals(folder))) {
                break;
            }
            below.addFirst(folders.folder(folder.value()).name());
        }
        return new Copying.Came(folders.folder(passage.folder()).name(), below);
    }
}
