package app.pervius.server.rulefile;

import app.pervius.core.identify.Check;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.Copying;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.issue.Targets;
import app.pervius.core.prepare.Keeping;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Conditions;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Plan;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.Untaken;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Audiences;
import app.pervius.core.tell.Pace;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.textfiles.FileWords;
import app.pervius.server.textfiles.TextFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Writes a rule sheet as a file; the same sheet always gives the same text, so that comparing two is readable. */
public final class RuleFileWriter {

    /** The pace of what is told by itself, as it happens. */
    static final String AT_ONCE = "at-once";


    /** Which form of the file this is. */
    static final int FORM = 1;

    private final Naming naming;
    private final KindsInFile<Condition> conditions;
    private final KindsInFile<Audience> audiences;
    private final KindsInFile<Target> targets;
    private final PlaceInFile places;

    public RuleFileWriter(Naming naming) {
        this.naming = naming;
        this.places = new PlaceInFile(naming);
        this.conditions = new KindsInFile<>(Conditions.KINDS, naming, places);
        this.audiences = new KindsInFile<>(Audiences.KINDS, naming, places);
        this.targets = new KindsInFile<>(Targets.KINDS, naming, places);
    }

    String write(Handling project, List<Rule> rules) {
        return TextFile.write(sheet(project, rules));
    }

    /** The sheet as a part of a file. */
    public Map<String, Object> sheet(Handling project, List<Rule> rules) {
        Map<String, Object> file = new LinkedHashMap<>();
        file.put("rule-sheet", FORM);
        Map<String, Object> says = stations(Plan.all(project));
        says.put("nothing-takes-it", untaken(project.untaken()));
        file.put("project-says", says);
        file.put("rules", rules.stream().map(this::rule).toList());
        return file;
    }

    private Map<String, Object> untaken(Untaken untaken) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("then", FileWords.of(untaken.usual()));
        if (!untaken.folders().isEmpty()) {
            says.put("otherwise", untaken.folders().stream().map(said -> {
                Map<String, Object> one = new LinkedHashMap<>();
                one.put("folder", naming.of(said.folder()));
                one.put("then", FileWords.of(said.then()));
                return one;
            }).toList());
        }
        return says;
    }

    private Map<String, Object> rule(Rule rule) {
        Map<String, Object> row = new LinkedHashMap<>();
        row.put("name", rule.name());
        row.put("kind", rule instanceof HandlingRule ? "handling" : "watching");
        if (!rule.description().isEmpty()) {
            row.put("about", rule.description());
        }
        row.put("stands-on", rule.where().places().stream().map(place -> {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("folder", naming.of(place.folder()));
            one.put("and-below", place.withBelow());
            return one;
        }).toList());
        if (!rule.which().conditions().isEmpty()) {
            row.put("takes", rule.which().conditions().stream().map(conditions::write).toList());
        }
        switch (rule) {
            case HandlingRule handling -> row.putAll(stations(handling.plan()));
            case WatchingRule watching -> {
                row.put("tell", tell(watching.tell()));
                if (!watching.copies().isEmpty()) {
                    row.put("copies", watching.copies().stream().map(this::copying).toList());
                }
            }
        }
        return row;
    }

    private Map<String, Object> copying(Copying copying) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("when", FileWords.of(copying.occasion()));
        says.putAll(places.into(copying.into()));
        says.put("when-taken", FileWords.of(copying.whenTaken()));
        return says;
    }

    private Map<String, Object> stations(Plan plan) {
        Map<String, Object> all = new LinkedHashMap<>();
        plan.identify().ifPresent(identify -> all.put("identify", identify(identify)));
        plan.number().ifPresent(number -> all.put("number", number.scheme().<Object>map(key -> Map.of("scheme", key)).orElse("none")));
        plan.prepare().ifPresent(prepare -> all.put("prepare", prepare(prepare)));
        plan.review().ifPresent(review -> all.put("review", review.route().<Object>map(key -> Map.of("route", key)).orElse("none")));
        plan.issue().ifPresent(issue -> all.put("issue", issue(issue)));
        plan.tell().ifPresent(tell -> all.put("tell", tell(tell)));
        return all;
    }

    private static Map<String, Object> identify(IdentifyPlan plan) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("names", plan.namePatterns());
        says.put("asks", plan.asks());
        Check.ALL.forEach(check -> says.put(check.inFile(), FileWords.of(check.of().apply(plan.checks()))));
        plan.sequence().ifPresent(key -> says.put("sequence", key));
        return says;
    }

    private Map<String, Object> prepare(PreparePlan plan) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("copy", FileWords.of(plan.copy()));
        plan.companion().ifPresent(companion -> {
            Map<String, Object> waits = new LinkedHashMap<>();
            waits.put("endings", companion.endings());
            waits.put("working-days", companion.workingDays());
            waits.put("then", FileWords.of(companion.then()));
            says.put("waits-for", waits);
        });
        if (plan.keeping().place() != Keeping.Place.WITH_IT) {
            Map<String, Object> lies = new LinkedHashMap<>();
            lies.put("where", FileWords.of(plan.keeping().place()));
            plan.keeping().root().ifPresent(root -> lies.put("below", naming.of(root)));
            lies.put("goes-with-it", plan.keeping().goesWithIt());
            says.put("lies", lies);
        }
        return says;
    }

    private Map<String, Object> issue(IssuePlan plan) {
        Map<String, Object> says = new LinkedHashMap<>();
        new TreeMap<>(plan.byCode()).forEach((code, target) -> says.put("decided-" + code, targets.write(target)));
        plan.atOnce().ifPresent(place -> says.put("at-once", places.write(place)));
        if (!plan.releases().isEmpty()) {
            says.put("releases", plan.releases().stream().map(ReleaseInFile::write).toList());
        }
        return says;
    }

    private List<Map<String, Object>> tell(TellPlan plan) {
        List<Map<String, Object>> all = new ArrayList<>();
        for (Telling telling : plan.tellings()) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("when", FileWords.of(telling.occasion()));
            one.put("whom", telling.whom().stream().map(audiences::write).toList());
            if (!telling.text().isEmpty()) {
                one.put("text", telling.text());
            }
            telling.pace().ifPresent(pace -> one.put("pace", pace(pace)));
            if (!telling.subject().isEmpty()) {
                one.put("subject", telling.subject());
            }
            if (!telling.inCopy().isEmpty()) {
                one.put("in-copy", telling.inCopy().stream().map(audiences::write).toList());
            }
            if (telling.important()) {
                one.put("important", true);
            }
            all.add(one);
        }
        return all;
    }

    private static Object pace(Pace pace) {
        if (pace.atOnce()) {
            return AT_ONCE;
        }
        Map<String, Object> says = new LinkedHashMap<>();
        pace.hour().ifPresentOrElse(hour -> says.put("daily-at", hour), () -> says.put("every-minutes", pace.minutes()));
        if (pace.workingDays()) {
            says.put("on-working-days", true);
        }
        return says;
    }
}
