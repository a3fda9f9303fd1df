package app.pervius.server.rulefile;

import app.pervius.core.identify.Check;
import app.pervius.core.identify.Checks;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.Copying;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Release;
import app.pervius.core.issue.Target;
import app.pervius.core.issue.Targets;
import app.pervius.core.number.NumberPlan;
import app.pervius.core.prepare.Keeping;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.project.FolderId;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Conditions;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Plan;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.Untaken;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.rules.Where;
import app.pervius.core.rules.Which;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Audiences;
import app.pervius.core.tell.Envelope;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Pace;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.FileWords;
import app.pervius.server.textfiles.TextFile;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Reads a rule sheet as a file, or as a part of one; what is wrong with it is noted with its line. Changes nothing. */
public final class RuleFileReader {

    private static final int MOST_LETTERS_OF_A_WORD = 40;


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
            Untaken untaken = p.find("nothing-takes-it").flatMap(this::untaken).orElse(Untaken.STOPPED);
            p.nothingElse();
            List.of("identify", "number", "review", "issue", "tell").forEach(p::need);
            return plan.over(Handling.USUAL).with(untaken);
        }).orElse(Handling.USUAL);
        List<Rule> rules = root.need("rules").map(p -> p.list("“rules”", this::rule)).orElse(List.of());
        if (rules.size() > MOST_RULES) {
            root.wrong("A sheet has at most " + MOST_RULES + " rules.");
        }
        root.nothingElse();
        return new Sheet(project, rules);
    }

    private Optional<Untaken> untaken(FilePart part) {
        if (!part.mapping("“nothing-takes-it”")) {
            return Optional.empty();
        }
        Optional<Untaken.Then> usual = then(part);
        List<Untaken.Otherwise> folders = part.find("otherwise").map(p -> p.list("“otherwise”", this::otherwise)).orElse(List.of());
        if (folders.size() > Untaken.MOST_FOLDERS) {
            part.wrong("At most " + Untaken.MOST_FOLDERS + " folders say otherwise.");
        }
        part.nothingElse();
        return usual.map(then -> new Untaken(then, folders));
    }

    private Optional<Untaken.Otherwise> otherwise(FilePart part) {
        if (!part.mapping("A folder that says otherwise")) {
            return Optional.empty();
        }
        Optional<FolderId> folder = part.need("folder").flatMap(p -> p.named("folder", naming::folder));
        Optional<Untaken.Then> then = then(part);
        part.nothingElse();
        return folder.flatMap(id -> then.map(it -> new Untaken.Otherwise(id, it)));
    }

    private static Optional<Untaken.Then> then(FilePart part) {
        return part.need("then").flatMap(p -> p.word("“then”", Untaken.Then.class));
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
            case "watching" -> new WatchingRule(name, about, where, which, row.need("tell").map(this::tell).orElse(TellPlan.NOBODY),
                    row.find("copies").map(p -> p.list("“copies”", this::copying)).orElse(List.of()));
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
                part.find("number").flatMap(p -> keyOrNone(p, "scheme").map(NumberPlan::new)),
                part.find("prepare").filter(p -> p.mapping("“prepare”")).map(this::prepare),
                part.find("review").flatMap(p -> keyOrNone(p, "route").map(ReviewPlan::new)),
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

    private PreparePlan prepare(FilePart part) {
        PreparePlan.Copy copy = part.need("copy").flatMap(p -> p.word("“copy”", PreparePlan.Copy.class)).orElse(PreparePlan.Copy.WANTED);
        Optional<PreparePlan.Companion> companion = part.find("waits-for").flatMap(RuleFileReader::companion);
        Keeping keeping = part.find("lies").flatMap(this::keeping).orElse(Keeping.WITH_IT);
        part.nothingElse();
        return new PreparePlan(copy, companion, keeping);
    }

    private Optional<Keeping> keeping(FilePart part) {
        if (!part.mapping("“lies”")) {
            return Optional.empty();
        }
        Optional<Keeping.Place> place = part.need("where").flatMap(p -> p.word("“where”", Keeping.Place.class));
        Optional<FolderId> root = part.find("below").flatMap(p -> p.named("folder", naming::folder));
        boolean goesWithIt = part.find("goes-with-it").flatMap(p -> p.yesOrNo("“goes-with-it”")).orElse(false);
        if (place.isPresent() && (place.get() == Keeping.Place.MIRRORED) != part.find("below").isPresent()) {
            part.wrong("“below” says the folder of a tree that is mirrored, and only of one.");
        }
        part.nothingElse();
        return place.filter(p -> (p == Keeping.Place.MIRRORED) == root.isPresent()).map(p -> p == Keeping.Place.WITH_IT ? Keeping.WITH_IT
                : new Keeping(p, root, goesWithIt));
    }

    private static Optional<PreparePlan.Companion> companion(FilePart part) {
        if (!part.mapping("“waits-for”")) {
            return Optional.empty();
        }
        List<String> endings = part.need("endings").map(p -> p.list("“endings”", RuleFileReader::ending)).orElse(List.of());
        int days = part.need("working-days").flatMap(p -> p.count("“working-days”")).map(Long::intValue).orElse(1);
        Optional<PreparePlan.Companion.Then> then = part.need("then").flatMap(p -> p.word("“then”", PreparePlan.Companion.Then.class));
        part.nothingElse();
        if (endings.isEmpty() || endings.size() > PreparePlan.Companion.MOST_ENDINGS || days < 1
                || days > PreparePlan.Companion.MOST_DAYS) {
            part.wrong("What is waited for says 1 to " + PreparePlan.Companion.MOST_ENDINGS + " “endings” and 1 to "
                    + PreparePlan.Companion.MOST_DAYS + " “working-days”.");
            return Optional.empty();
        }
        return then.map(it -> new PreparePlan.Companion(endings, days, it));
    }

    private static Optional<String> ending(FilePart part) {
        Optional<String> ending = part.text("An ending", MOST_LETTERS_OF_A_WORD).map(e -> e.toLowerCase(Locale.ROOT));
        if (ending.filter(e -> !e.matches("[a-z0-9]{1,10}")).isPresent()) {
            part.wrong("An ending is 1 to 10 letters and digits, without the dot.");
        }
        return ending.filter(e -> e.matches("[a-z0-9]{1,10}"));
    }

    private IssuePlan issue(FilePart part) {
        Map<Integer, Target> byCode = new LinkedHashMap<>();
        for (int code = 1; code <= 4; code++) {
            int digit = code;
            part.find("decided-" + code).flatMap(targets::read).ifPresent(target -> byCode.put(digit, target));
        }
        Optional<Target.Place> atOnce = part.find("at-once").flatMap(places::read);
        List<Release> releases = part.find("releases").map(p -> p.list("“releases”", ReleaseInFile::read)).orElse(List.of());
        part.nothingElse();
        return new IssuePlan(byCode, atOnce, releases);
    }

    private Optional<Copying> copying(FilePart part) {
        if (!part.mapping("A copy")) {
            return Optional.empty();
        }
        Optional<Occasion> when = part.need("when").flatMap(p -> occasion(p, TellPlan.COPYING));
        Optional<Target.Into> into = places.into(part, Copying.USUAL_NAME);
        Target.WhenTaken whenTaken = part.find("when-taken").flatMap(p -> p.word("“when-taken”", Target.WhenTaken.class))
                .orElse(Target.WhenTaken.KEEP_BOTH);
        part.nothingElse();
        return when.flatMap(occasion -> into.map(to -> new Copying(occasion, to, whenTaken)));
    }

    private static Optional<Occasion> occasion(FilePart part, List<Occasion> among) {
        Optional<Occasion> occasion = part.word("“when”", Occasion.class);
        if (occasion.isPresent() && !among.contains(occasion.get())) {
            part.wrong("Here one of these may stand: " + among.stream().map(FileWords::of).collect(Collectors.joining(", ")) + ".");
        }
        return occasion;
    }

    private TellPlan tell(FilePart part) {
        return new TellPlan(part.list("“tell”", this::telling));
    }

    private Optional<Telling> telling(FilePart part) {
        if (!part.mapping("A telling")) {
            return Optional.empty();
        }
        Optional<Occasion> when = part.need("when").flatMap(p -> occasion(p, TellPlan.OCCASIONS));
        List<Audience> whom = part.need("whom").map(p -> p.list("“whom”", audiences::read)).orElse(List.of());
        String text = part.find("text").flatMap(p -> p.text("A text", Telling.LONGEST)).orElse("");
        Optional<Pace> pace = part.find("pace").flatMap(RuleFileReader::pace);
        List<Audience> inCopy = part.find("in-copy").map(p -> p.list("“in-copy”", audiences::read)).orElse(List.of());
        String subject = part.find("subject").flatMap(p -> p.text("A subject", Envelope.LONGEST_SUBJECT)).orElse("");
        boolean important = part.find("important").flatMap(p -> p.yesOrNo("“important”")).orElse(false);
        part.nothingElse();
        Envelope envelope = new Envelope(subject, inCopy, important);
        return when.map(occasion -> new Telling(occasion, whom, text, pace, Optional.of(envelope).filter(e -> !e.equals(Envelope.PLAIN))));
    }

    /** “at-once”, or minutes or an hour to gather until. */
    private static Optional<Pace> pace(FilePart part) {
        if (!part.isMapping()) {
            return part.text("“pace”", MOST_LETTERS_OF_A_WORD).filter(word -> {
                if (!word.equals(RuleFileWriter.AT_ONCE)) {
                    part.wrong("A pace is “at-once”, or says “every-minutes” or “daily-at”.");
                }
                return word.equals(RuleFileWriter.AT_ONCE);
            }).map(word -> Pace.AT_ONCE);
        }
        if (!part.mapping("“pace”")) {
            return Optional.empty();
        }
        Optional<Long> minutes = part.find("every-minutes").flatMap(p -> p.count("“every-minutes”"));
        Optional<Long> hour = part.find("daily-at").flatMap(p -> p.count("“daily-at”"));
        boolean workingDays = part.find("on-working-days").flatMap(p -> p.yesOrNo("“on-working-days”")).orElse(false);
        part.nothingElse();
        if (minutes.isPresent() == hour.isPresent() || minutes.filter(m -> m < 1 || m > Pace.MOST_MINUTES).isPresent()
                || hour.filter(h -> h > 23).isPresent()) {
            part.wrong("A pace says “every-minutes”, 1 to " + Pace.MOST_MINUTES + ", or “daily-at”, an hour from 0 to 23.");
            return Optional.empty();
        }
        return Optional.of(new Pace(minutes.map(Long::intValue).orElse(0), hour.map(Long::intValue), workingDays));
    }
}
