package app.pervius.server.rulefile;

import app.pervius.core.identify.Check;
import app.pervius.core.identify.Checks;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.issue.Targets;
import app.pervius.core.number.NumberPlan;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Conditions;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Plan;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.rules.Where;
import app.pervius.core.rules.Which;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Audiences;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.TextFile;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads a rule sheet as a file, or as a part of one; what is wrong with it is noted with its line. Changes nothing. */
public final class RuleFileReader {

    private static final int MOST_RULES = 5_000;
    private static final int NAME = 200;
    private static final int PATTERN = 500;
    private static final int DESCRIPTION = 2_000;

    /** What a sheet says. */
    public record Sheet(Handling project, List<Rule> rules) {
    }

    private final Naming naming;
    private final KindsInFile<Condition> conditions;
    private final KindsInFile<Audience> audiences;
    private final KindsInFile<Target> targets;
    private final PlaceInFile places;

    public RuleFileReader(Naming naming) {
        this.naming = naming;
        this.places = new PlaceInFile(naming);
        this.conditions = new KindsInFile<>(Conditions.KINDS, naming, places);
        this.audiences = new KindsInFile<>(Audiences.KINDS, naming, places);
        this.targets = new KindsInFile<>(Targets.KINDS, naming, places);
    }

    TextFile.Read<Sheet> read(String text) {
        return TextFile.read(text, this::sheet);
    }

    /** The sheet a part of a file says. */
    public Sheet sheet(FilePart root) {
        if (!root.mapping("A rule file")) {
            return new Sheet(Handling.USUAL, List.of());
        }
        root.need("rule-sheet").ifPresent(form -> form.count("The form of the file").filter(n -> n != RuleFileWriter.FORM).ifPresent(n ->
                form.wrong("Only form " + RuleFileWriter.FORM + " of rule files is read, not " + n + ".")));
        Handling project = root.need("project-says").filter(p -> p.mapping("What the project says")).map(p -> {
            Plan plan = stations(p);
            p.nothingElse();
            List.of("identify", "number", "review", "issue", "tell").forEach(p::need);
            return plan.over(Handling.USUAL);
        }).orElse(Handling.USUAL);
        List<Rule> rules = root.need("rules").map(p -> p.list("“rules”", this::rule)).orElse(List.of());
        if (rules.size() > MOST_RULES) {
            root.wrong("A sheet has at most " + MOST_RULES + " rules.");
        }
        root.nothingElse();
        return new Sheet(project, rules);
    }

    private Optional<Rule> rule(FilePart row) {
        if (!row.mapping("A rule")) {
            return Optional.empty();
        }
        String name = row.need("name").flatMap(p -> p.text("The name of a rule", NAME)).orElse("");
        String about = row.find("about").flatMap(p -> p.text("“about”", DESCRIPTION)).orElse("");
        Where where = new Where(row.need("stands-on").map(p -> p.list("“stands-on”", this::standing)).orElse(List.of()));
        Which which = new Which(row.find("takes").map(p -> p.list("“takes”", conditions::read)).orElse(List.of()));
        String kind = row.need("kind").flatMap(p -> p.text("The kind of a rule", NAME)).orElse("handling");
        Rule rule = switch (kind) {
            case "watching" -> new WatchingRule(name, about, where, which, row.need("tell").map(this::tell).orElse(TellPlan.NOBODY));
            case "handling" -> new HandlingRule(name, about, where, which, stations(row));
            default -> {
                row.find("kind").ifPresent(p -> p.wrong("A rule is handling or watching, not “" + FilePart.shown(kind) + "”."));
                yield new HandlingRule(name, about, where, which, Plan.AS_PROJECT);
            }
        };
        row.nothingElse();
        return Optional.of(rule);
    }

    private Optional<Where.Standing> standing(FilePart place) {
        if (!place.mapping("A place a rule stands on")) {
            return Optional.empty();
        }
        var folder = place.need("folder").flatMap(p -> p.named("folder", naming::folder));
        boolean below = place.find("and-below").flatMap(p -> p.yesOrNo("“and-below”")).orElse(false);
        place.nothingElse();
        return folder.map(id -> new Where.Standing(id, below));
    }

    private Plan stations(FilePart part) {
        return new Plan(part.find("identify").filter(p -> p.mapping("“identify”")).map(RuleFileReader::identify),
                part.find("number").flatMap(p -> keyOrNone(p, "scheme").map(NumberPlan::new)), part.find("review")
                .flatMap(p -> keyOrNone(p, "route").map(ReviewPlan::new)),
                part.find("issue").filter(p -> p.mapping("“issue”")).map(this::issue), part.find("tell").map(this::tell));
    }

    private static Optional<Optional<String>> keyOrNone(FilePart part, String key) {
        if (!part.isMapping()) {
            Optional<String> said = part.text("“none” or a " + key, NAME);
            if (said.filter("none"::equals).isEmpty()) {
                part.wrong("Here stands either “none” or the key “" + key + "”.");
                return Optional.empty();
            }
            return Optional.of(Optional.empty());
        }
        Optional<String> value = part.need(key).flatMap(p -> p.text("The key of a " + key, 60));
        part.nothingElse();
        return value.map(Optional::of);
    }

    private static IdentifyPlan identify(FilePart part) {
        List<String> names = part.find("names").map(p -> p.list("“names”", n -> n.text("A name pattern", PATTERN))).orElse(List.of());
        List<String> asks = part.find("asks").map(p -> p.list("“asks”", n -> n.text("The key of a field", 60))).orElse(List.of());
        Checks checks = Checks.of(new Checks.Said() {
            @Override
            public <E extends Enum<E>> E of(Check<E> check) {
                return part.find(check.inFile()).flatMap(p -> p.word("“" + check.inFile() + "”", check.type())).orElse(check.usual());
            }
        });
        Optional<String> sequence = part.find("sequence").flatMap(p -> p.text("The key of a revision sequence", 60));
        part.nothingElse();
        return new IdentifyPlan(names, asks, checks, sequence);
    }

    private IssuePlan issue(FilePart part) {
        Map<Integer, Target> byCode = new LinkedHashMap<>();
        for (int code = 1; code <= 4; code++) {
            int digit = code;
            part.find("decided-" + code).flatMap(targets::read).ifPresent(target -> byCode.put(digit, target));
        }
        Optional<Target.Place> atOnce = part.find("at-once").flatMap(places::read);
        part.nothingElse();
        return new IssuePlan(byCode, atOnce);
    }

    private TellPlan tell(FilePart part) {
        return new TellPlan(part.list("“tell”", this::telling));
    }

    private Optional<Telling> telling(FilePart part) {
        if (!part.mapping("A telling")) {
            return Optional.empty();
        }
        Optional<Occasion> when = part.need("when").flatMap(p -> {
            Optional<Occasion> occasion = p.word("“when”", Occasion.class);
            if (occasion.isPresent() && !TellPlan.OCCASIONS.contains(occasion.get())) {
                p.wrong("A rule tells of what is arrived, stopped, returned or issued.");
            }
            return occasion;
        });
        List<Audience> whom = part.need("whom").map(p -> p.list("“whom”", audiences::read)).orElse(List.of());
        String text = part.find("text").flatMap(p -> p.text("A text", Telling.LONGEST)).orElse("");
        part.nothingElse();
        return when.map(occasion -> new Telling(occasion, whom, text));
    }
}
