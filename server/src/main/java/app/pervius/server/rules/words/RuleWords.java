package app.pervius.server.rules.words;

import app.pervius.core.identify.Check;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Issuing;
import app.pervius.core.issue.Target;
import app.pervius.core.issue.Release;
import app.pervius.core.issue.Targets;
import app.pervius.core.passage.Station;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Fields;
import app.pervius.core.project.RoleId;
import app.pervius.core.kind.Names;
import app.pervius.core.kind.Thing;
import app.pervius.core.rules.Conditions;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Plan;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.Untaken;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.rules.Where;
import app.pervius.core.tell.Audiences;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Telling;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Rules in sentences, made from the rules themselves: what cells of the sheet, pages of folders and differences say. */
@Component
public class RuleWords {

    /**
     * A rule in sentences, column by column; a station without any is left to the project.
     *
     * @param which one sentence for each condition
     * @param untaken what becomes of what no rule takes; of a project only
     */
    public record Sentences(String where, List<String> which, List<String> identify, List<String> number, List<String> prepare,
            List<String> review, List<String> issue, List<String> tell, List<String> untaken) {

        /** Everything but where it stands, from left to right. */
        List<String> all() {
            List<String> all = new ArrayList<>(which);
            List.of(identify, number, prepare, review, issue, tell).forEach(all::addAll);
            return all;
        }

        /** By the column they belong to. */
        Map<String, List<String>> byColumn() {
            Map<String, List<String>> columns = new LinkedHashMap<>();
            columns.put("where", List.of(where));
            columns.put("which", which);
            columns.put("identify", identify);
            columns.put("number", number);
            columns.put("prepare", prepare);
            columns.put("review", review);
            columns.put("issue", issue);
            columns.put("tell", tell);
            columns.put("untaken", untaken);
            return columns;
        }
    }

    private final Folders folders;
    private final People people;
    private final Projects projects;
    private final Sequences sequences;
    private final RuleNames names;
    private final Map<Station, StationWords> stations = new EnumMap<>(Station.class);

    RuleWords(Folders folders, People people, Projects projects, Sequences sequences, RuleNames names, List<StationWords> stations) {
        this.folders = folders;
        this.people = people;
        this.projects = projects;
        this.sequences = sequences;
        this.names = names;
        stations.forEach(words -> this.stations.put(words.station(), words));
    }

    /** What a rule itself says; what it leaves to the project is left out. */
    public Sentences own(long project, Rule rule) {
        return switch (rule) {
            case HandlingRule handling -> of(project, rule, handling.plan(), handling.plan().over(Handling.USUAL));
            case WatchingRule watching -> new Sentences(where(project, watching.where()), which(project, rule),
                    List.of(), List.of(), List.of(), List.of(),
                    copies(project, watching), tell(project, watching.tell().tellings()), List.of());
        };
    }

    /** What happens under a rule, with the project's word where it leaves a station to it. */
    public Sentences whole(long project, Rule rule, Handling ofProject) {
        if (!(rule instanceof HandlingRule handling)) {
            return own(project, rule);
        }
        Handling all = handling.plan().over(ofProject);
        return of(project, rule, Plan.all(all), all);
    }

    /** What a project says of stations that are left to it. */
    public Sentences ofProject(long project, Handling handling) {
        return new Sentences("", List.of(), identify(project, handling.identify()), station(project, Station.NUMBER, handling),
                prepare(project, handling.prepare()), station(project, Station.REVIEW, handling),
                issue(project, handling.issue(), handling.review().route().isPresent()), tell(project, handling.tell().tellings()),
                untaken(project, handling.untaken()));
    }

    private Sentences of(long project, Rule rule, Plan says, Handling handling) {
        return new Sentences(where(project, rule.where()), which(project, rule),
                says.identify().map(plan -> identify(project, plan)).orElse(List.of()),
                says.number().isPresent() ? station(project, Station.NUMBER, handling) : List.of(),
                says.prepare().map(plan -> prepare(project, plan)).orElse(List.of()),
                says.review().isPresent() ? station(project, Station.REVIEW, handling) : List.of(),
                says.issue().map(plan -> issue(project, plan, says.review().map(r -> r.route().isPresent())
                        .orElse(plan.atOnce().isEmpty()))).orElse(List.of()),
                says.tell().map(plan -> tell(project, plan.tellings())).orElse(List.of()), List.of());
    }

    private List<String> untaken(long project, Untaken untaken) {
        List<String> said = new ArrayList<>(List.of("What no rule takes is " + untaken.usual().phrase() + "."));
        untaken.folders().forEach(other -> said.add(place(project, new Where.Standing(other.folder(), true)) + ": it is "
                + other.then().phrase() + "."));
        return said;
    }

    private List<String> station(long project, Station station, Handling handling) {
        return Objects.requireNonNull(stations.get(station)).of(project, handling);
    }

    private String where(long project, Where where) {
        return where.places().isEmpty() ? "nowhere yet" : where.places().stream().map(place -> place(project, place))
                .collect(Collectors.joining("; "));
    }

    private String place(long project, Where.Standing place) {
        return folder(project, place.folder().value()).map(f -> f.path().isEmpty() ? f.name() : f.path())
                .orElse("a folder that is gone") + (place.withBelow() ? " and below" : "");
    }

    /** A folder of this project; what lies in another is not named here. */
    private Optional<Folders.FolderView> folder(long project, long id) {
        return folders.find(id).filter(its -> its.project() == project);
    }

    private List<String> which(long project, Rule rule) {
        Names called = names.of(project);
        return rule.which().conditions().isEmpty() ? List.of("Takes every file.")
                : rule.which().conditions().stream().map(c -> "Takes " + Conditions.KINDS.phrase(c, called) + ".").toList();
    }

    private List<String> identify(long project, IdentifyPlan plan) {
        List<String> said = new ArrayList<>();
        said.add(plan.namePatterns().isEmpty() ? "Looks for a number in the name."
                : "Reads the name as " + String.join(", or else as ", plan.namePatterns()) + ".");
        if (!plan.asks().isEmpty()) {
            Fields fields = projects.settings(project).fields();
            said.add("Asks for " + plan.asks().stream().map(fields::label).collect(Collectors.joining(", ")) + ".");
        }
        Check.ALL.stream().map(check -> check.said(plan.checks())).filter(sentence -> !sentence.isEmpty()).forEach(said::add);
        plan.sequence().ifPresent(key -> said.add("Its revisions are " + sequences.inForce(project).find(key).map(s -> s.name())
                .orElse("of a sequence that is gone") + "."));
        return said;
    }

    private List<String> prepare(long project, PreparePlan plan) {
        List<String> said = new ArrayList<>(List.of("Where no PDF comes, " + plan.copy().phrase() + "."));
        plan.companion().ifPresent(c -> said.add("Waits up to " + c.workingDays() + " working days for its "
                + PreparePlan.Companion.inWords(c.endings()) + ", then "
                + (c.then() == PreparePlan.Companion.Then.STOP ? "stops." : "goes on without.")));
        String leaves = plan.keeping().goesWithIt() ? ", and is taken out when its file leaves." : ".";
        switch (plan.keeping().place()) {
            case WITH_IT -> { }
            case BESIDE -> said.add("The copy also lies beside its file" + leaves);
            case MIRRORED -> said.add("The PDF that is read also lies in a tree of folders below " + folder(project,
                    plan.keeping().root().orElseThrow().value()).map(f -> "“" + f.path() + "”").orElse("a folder that is gone") + leaves);
        }
        return said;
    }

    private List<String> issue(long project, IssuePlan plan, boolean reviewed) {
        Names called = names.of(project);
        List<String> said = new ArrayList<>();
        if (!reviewed) {
            List<Release> releases = plan.releasesAfter(Optional.empty());
            said.add(plan.atOnce().map(place -> "Filed in " + Targets.phrase(place, called) + ".")
                    .orElse(releases.isEmpty() ? "It does not say where it is filed." : "Placed nowhere."));
            releases.forEach(release -> said.add("It is " + release.phrase() + "."));
            return said;
        }
        Map<String, List<DecisionCode>> same = new LinkedHashMap<>();
        for (DecisionCode code : projects.settings(project).decisionCodes()) {
            Target target = plan.byCode().get(code.digit());
            String follows = target == null ? "nothing yet" : target instanceof Target.AsProject
                    ? Issuing.asProject(code).map(place -> "placed in " + Targets.phrase(place, called)).orElse("back to the author")
                    : Targets.KINDS.phrase(target, called);
            same.computeIfAbsent(follows, k -> new ArrayList<>()).add(code);
        }
        same.forEach((follows, codes) -> said.add(codes.stream().map(c -> c.digit() + " " + c.name())
                .collect(Collectors.joining(", ")) + ": " + follows + "."));
        plan.releases().stream().filter(release -> !release.after().isEmpty())
                .forEach(release -> said.add("After " + release.afterInWords() + " it is " + release.phrase() + "."));
        return said;
    }

    private List<String> copies(long project, WatchingRule rule) {
        Names called = names.of(project);
        return rule.copies().stream().map(copying -> copying.occasion().onRule().orElse(copying.occasion().label()) + " copies it to "
                + Targets.phrase(copying.into(), called)
                + (copying.into().name().equals(IssuePlan.USUAL_NAME) ? "" : ", called " + copying.into().name())
                + Targets.whenTaken(copying.whenTaken()) + ".").toList();
    }

    private List<String> tell(long project, List<Telling> tellings) {
        Names called = names.of(project);
        return tellings.stream().filter(t -> !t.whom().isEmpty() || t.occasion() == Occasion.STOPPED)
                .map(t -> t.occasion().onRule().orElse(t.occasion().label())
                + " tells " + (t.whom().isEmpty() ? "nobody but document control" : t.whom().stream()
                        .map(a -> Audiences.KINDS.phrase(a, called))
                .collect(Collectors.joining(", "))) + (t.inCopy().isEmpty() ? "" : ", in copy " + t.inCopy().stream()
                        .map(a -> Audiences.KINDS.phrase(a, called)).collect(Collectors.joining(", ")))
                + (t.important() ? ", as important" : "") + t.pace().map(pace -> ", " + pace.inWords()).orElse("")
                + (t.text().isEmpty() ? "." : ": “" + t.text() + "”")).toList();
    }
}
