package app.pervius.core.rules.check;

import static app.pervius.core.KestrelWeir.ALDERMOOR;
import static app.pervius.core.KestrelWeir.FENNICK;
import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.YUSUF;
import static app.pervius.core.rules.Facts.BELOW;
import static app.pervius.core.rules.Facts.BY_YUSUF;
import static app.pervius.core.rules.Facts.ELSEWHERE;
import static app.pervius.core.rules.Facts.FOLDER;
import static app.pervius.core.rules.Facts.LEAD;
import static app.pervius.core.rules.Facts.ROOT;
import static app.pervius.core.rules.Facts.field;
import static app.pervius.core.rules.Facts.format;
import static app.pervius.core.rules.Facts.from;
import static app.pervius.core.rules.Facts.plan;
import static app.pervius.core.rules.Facts.rule;
import static app.pervius.core.rules.Facts.sheet;
import static app.pervius.core.rules.Facts.standing;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.Rounds;
import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.project.FolderId;
import app.pervius.core.issue.Copying;
import app.pervius.core.tell.Occasion;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.rules.Which;
import app.pervius.core.tell.TellPlan;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Sheets, each with exactly the findings it should have. */
class SheetCheckTest {

    private static final Condition PDF = format(FileFormat.PDF);
    private static final Condition PDF_OR_CAD = format(FileFormat.PDF, FileFormat.CAD);
    private static final Condition PLACED = new Condition.Came(Set.of(ArrivalEvent.PLACED));
    private static final List<CheckFacts.Node> TREE = List.of(new CheckFacts.Node(ROOT, Optional.empty(), ""),
            new CheckFacts.Node(FOLDER, Optional.of(ROOT), "Drawings"), new CheckFacts.Node(BELOW, Optional.of(FOLDER), "Drawings / Old"),
            new CheckFacts.Node(ELSEWHERE, Optional.of(ROOT), "Elsewhere"));

    /** A sheet, and its findings as rule, kind and whether it is an error. */
    private record Case(String says, List<Rule> rules, List<String> expected) {
        @Override
        public String toString() {
            return says;
        }
    }

    private static List<SheetFinding> check(List<Rule> rules) {
        return SheetCheck.of(new CheckFacts(sheet(rules.toArray(Rule[]::new)), TREE, List.of(BY_YUSUF), FIELDS));
    }

    private static HandlingRule placing(String name, FolderId from, FolderId to, String path, Condition... more) {
        List<Condition> conditions = new ArrayList<>(List.of(more));
        return new HandlingRule(name, "", standing(from, true), new Which(conditions),
                plan(IdentifyPlan.USUAL, new IssuePlan(Map.of(1, Target.Place.usual(to, "A1", path)), Optional.empty())));
    }

    /** Watches arrivals in a folder, those that were placed too, and copies them to another. */
    private static WatchingRule beside(String name, FolderId here, FolderId there) {
        return new WatchingRule(name, "", standing(here, true), Which.of(new Condition.Came(Set.of(ArrivalEvent.PLACED,
                ArrivalEvent.NEW_FILE))), TellPlan.NOBODY, List.of(new Copying(Occasion.ARRIVED, new Target.Into(there, "", "{name}"),
                Target.WhenTaken.KEEP_BOTH)));
    }

    /** Places what is placed here there, and a copy in a third folder. */
    private static HandlingRule copying(String name, FolderId from, FolderId to, FolderId copy) {
        Target.Place place = Target.Place.usual(to, "A1", "");
        return new HandlingRule(name, "", standing(from, true), Which.of(PLACED), plan(IdentifyPlan.USUAL, new IssuePlan(Map.of(1,
                new Target.Place(place.into(), "A1", place.manner(), place.whenTaken(), Map.of(),
                        List.of(new Target.Into(copy, "", IssuePlan.USUAL_NAME)))), Optional.empty())));
    }

    private static Condition named(String pattern) {
        return new Condition.Named(pattern);
    }

    private static Case sheetOf(String says, List<Rule> rules, String... expected) {
        return new Case(says, rules, List.of(expected));
    }

    static Stream<Case> sheets() {
        return Stream.of(
                sheetOf("nothing to say of one rule for everything", List.of(rule("All", FOLDER, true))),
                sheetOf("the general below the special is how sheets are meant",
                        List.of(rule("PDF", FOLDER, true, PDF), rule("Rest", FOLDER, true))),
                sheetOf("the special below the general is never reached",
                        List.of(rule("Rest", FOLDER, true), rule("PDF", FOLDER, true, PDF)), "2 NEVER_REACHED error"),
                sheetOf("the same twice", List.of(rule("One", FOLDER, true, PDF), rule("Two", FOLDER, true, PDF)), "2 NEVER_REACHED error"),
                sheetOf("two earlier rules take it all between them",
                        List.of(rule("PDF", FOLDER, true, PDF), rule("CAD", FOLDER, true, format(FileFormat.CAD)),
                        rule("Both", FOLDER, true, PDF_OR_CAD)), "2 OVERLAP warning", "3 NEVER_REACHED error"),
                sheetOf("a folder and what is below it take all that a folder below does",
                        List.of(rule("Above", FOLDER, true), rule("Below", BELOW, true)), "2 NEVER_REACHED error"),
                sheetOf("a folder alone leaves what will be made below it",
                        List.of(rule("Here", FOLDER, false), rule("Old", BELOW, false), rule("All", FOLDER, true))),
                sheetOf("different folders have nothing to do with each other",
                        List.of(rule("Here", FOLDER, true), rule("There", ELSEWHERE, true))),
                sheetOf("neither contains the other", List.of(rule("PDF", FOLDER, true, PDF),
                        rule("Fennick", FOLDER, true, from(Set.of(FENNICK), Set.of(), Set.of()))), "2 OVERLAP warning"),
                sheetOf("formats may come together", List.of(rule("PDF", FOLDER, true, PDF),
                        rule("CAD", FOLDER, true, format(FileFormat.CAD))), "2 OVERLAP warning"),
                sheetOf("from one firm and from another: nothing in common",
                        List.of(rule("Fennick", FOLDER, true, from(Set.of(FENNICK), Set.of(), Set.of())),
                        rule("Aldermoor", FOLDER, true, from(Set.of(ALDERMOOR), Set.of(), Set.of())))),
                sheetOf("a person of a firm is of the firm", List.of(rule("Fennick", FOLDER, true,
                        from(Set.of(FENNICK), Set.of(), Set.of())),
                        rule("Yusuf", FOLDER, true, from(Set.of(), Set.of(YUSUF), Set.of()))), "2 NEVER_REACHED error"),
                sheetOf("a role may be held by anybody", List.of(rule("Fennick", FOLDER, true, from(Set.of(FENNICK), Set.of(), Set.of())),
                        rule("Leads", FOLDER, true, from(Set.of(), Set.of(), Set.of(LEAD)))), "2 OVERLAP warning"),
                sheetOf("what the one leaves out the other takes", List.of(rule("Not PDF", FOLDER, true, new Condition.None(List.of(PDF))),
                        rule("PDF", FOLDER, true, PDF))),
                sheetOf("one of two groups", List.of(rule("Either", FOLDER, true,
                        new Condition.Any(List.of(PDF, new Condition.Sized(0, 100)))),
                        rule("Small PDF", FOLDER, true, PDF, new Condition.Sized(0, 50))),
                        "2 NEVER_REACHED error"),
                sheetOf("sizes that only touch", List.of(rule("Small", FOLDER, true, new Condition.Sized(0, 99)),
                        rule("Large", FOLDER, true, new Condition.Sized(100, Long.MAX_VALUE)))),
                sheetOf("sizes that leave a gap", List.of(rule("Small", FOLDER, true, new Condition.Sized(0, 98)),
                        rule("Large", FOLDER, true, new Condition.Sized(100, Long.MAX_VALUE)),
                        rule("The gap", FOLDER, true))),
                sheetOf("sizes that leave none", List.of(rule("Small", FOLDER, true, new Condition.Sized(0, 99)),
                        rule("Large", FOLDER, true, new Condition.Sized(100, Long.MAX_VALUE)),
                        rule("No gap", FOLDER, true)), "3 NEVER_REACHED error"),
                sheetOf("conditions that cannot both be met", List.of(rule("Never", FOLDER, true, PDF, new Condition.None(List.of(PDF)))),
                        "1 CONTRADICTION error"),
                sheetOf("two values of one field", List.of(rule("Never", FOLDER, true, field("type", "DR"), field("type", "CA"))),
                        "1 CONTRADICTION error"),
                sheetOf("every code of a list is not every value", List.of(rule("Codes", FOLDER, true, field("type", "DR", "CA")),
                        rule("Rest", FOLDER, true))),
                sheetOf("the same pattern is the same names", List.of(rule("One", FOLDER, true, named("{type}-{title}")),
                        rule("Two", FOLDER, true, named("{type}-{title}"), PDF)),
                        "2 NEVER_REACHED error"),
                sheetOf("a pattern that seems to take all of another's names",
                        List.of(rule("Any", FOLDER, true, named("{title}")), rule("Typed", FOLDER, true, named("{type}-{title}"))),
                        "2 NEVER_REACHED warning"),
                sheetOf("patterns that share some names", List.of(rule("Typed", FOLDER, true, named("{type}-{title}")),
                        rule("Any", FOLDER, true, named("{title}"), PDF)), "2 OVERLAP warning"),
                sheetOf("patterns that share none", List.of(rule("Typed", FOLDER, true, named("{type}-{serial:4}")),
                        rule("Other", FOLDER, true, named("note {serial:4}")))),
                sheetOf("what Pervius places is not what people send",
                        List.of(rule("Sent", FOLDER, true), rule("Placed", FOLDER, true, PLACED))),
                sheetOf("placed into its own folder, which it takes again", List.of(placing("Round", FOLDER, FOLDER, "", PLACED)),
                        "1 LOOP error"),
                sheetOf("placed into its own folder, which it does not take", List.of(placing("Straight", FOLDER, FOLDER, ""))),
                sheetOf("round through another rule", List.of(placing("There", FOLDER, ELSEWHERE, "",
                        new Condition.Came(Set.of(ArrivalEvent.PLACED, ArrivalEvent.NEW_FILE))),
                        placing("And back", ELSEWHERE, FOLDER, "", PLACED)), "1 LOOP error", "2 LOOP error"),
                sheetOf("round only for some files", List.of(placing("Round", FOLDER, FOLDER, "", PLACED, PDF)), "1 LOOP warning"),
                sheetOf("into a folder below, made from fields", List.of(placing("Down", FOLDER, FOLDER, "{type}", PLACED)),
                        "1 LOOP warning"),
                sheetOf("round by a copy only", List.of(copying("Copies", FOLDER, ELSEWHERE, FOLDER)), "1 LOOP error"),
                sheetOf("a copy that goes where nothing takes it", List.of(copying("Copies", FOLDER, ELSEWHERE, ELSEWHERE))),
                sheetOf("who only watches takes nothing round", List.of(placing("Out", FOLDER, ELSEWHERE, "", PLACED),
                        new WatchingRule("Watches", "", standing(ELSEWHERE, true), Which.of(PLACED), TellPlan.NOBODY))),
                sheetOf("round by a copy beside the way", List.of(
                        rule("Takes placed ones", FOLDER, true, new Condition.Came(Set.of(ArrivalEvent.PLACED, ArrivalEvent.NEW_FILE))),
                        beside("Copies", FOLDER, FOLDER)), "2 LOOP warning"),
                sheetOf("a copy beside the way where nothing takes it", List.of(rule("Takes none that are placed", FOLDER, true),
                        beside("Copies", FOLDER, FOLDER))),
                sheetOf("an earlier rule takes what would go round",
                        List.of(placing("Out", FOLDER, ELSEWHERE, "", PLACED), placing("Round", ELSEWHERE, FOLDER, ""))));
    }

    @ParameterizedTest
    @MethodSource("sheets")
    void eachSheetHasExactlyItsFindings(Case sheet) {
        assertThat(check(sheet.rules()).stream().map(f -> f.rule() + " " + f.kind() + (f.error() ? " error" : " warning")))
                .containsExactlyInAnyOrderElementsOf(sheet.expected());
    }

    @Test
    void aFindingSaysAboveWhichRuleToMoveIt() {
        assertThat(check(List.of(rule("Rest", FOLDER, true), rule("PDF", FOLDER, true, PDF)))).extracting(SheetFinding::above)
                .containsExactly(Optional.of(1L));
        assertThat(check(List.of(rule("PDF", FOLDER, true, PDF), rule("Fennick", FOLDER, true, from(Set.of(FENNICK), Set.of(), Set.of())))))
                .extracting(SheetFinding::above).containsExactly(Optional.of(1L));
    }

    @Test
    void aFindingNamesTheOtherRuleAndAnArrival() {
        assertThat(check(List.of(rule("Rest", FOLDER, true), rule("PDF", FOLDER, true, PDF))).getFirst().sentence())
                .isEqualTo("It is never reached: “Rest” takes all it could take, such as “Example.pdf” from Yusuf Karaderin (Fennick "
                        + "Hydraulics) in Drawings.");
        assertThat(check(List.of(rule("PDF", FOLDER, true, PDF), rule("Fennick", FOLDER, true, from(Set.of(FENNICK), Set.of(), Set.of()))))
                .getFirst().sentence())
                .isEqualTo("Some of what it could take is taken before it by “PDF”, such as “Example.pdf” from Yusuf Karaderin (Fennick "
                        + "Hydraulics) in Drawings.");
        assertThat(check(List.of(placing("There", FOLDER, ELSEWHERE, "",
                new Condition.Came(Set.of(ArrivalEvent.PLACED, ArrivalEvent.NEW_FILE))),
                placing("And back", ELSEWHERE, FOLDER, "", PLACED))).getFirst().sentence())
                .isEqualTo("It goes round: what it places in “Elsewhere”, “And back” takes and places in “Drawings”, which comes back "
                        + "to it.");
    }

    /** What is proved never to be reached must not be reached by any arrival: tried on generated sheets and arrivals. */
    @Test
    void noArrivalEverReachesARuleThatIsProvedNeverReached() {
        Random random = new Random(20261125);
        int proved = 0;
        for (int round = 0; round < Rounds.of(400); round++) {
            List<Rule> rules = new ArrayList<>();
            for (int i = 0; i < 2 + random.nextInt(4); i++) {
                rules.add(rule("R" + i, random.nextBoolean() ? FOLDER : BELOW, random.nextBoolean(), conditions(random)));
            }
            var sheet = sheet(rules.toArray(Rule[]::new));
            Set<Long> never = check(rules).stream().filter(f -> f.error() && f.kind() != SheetFinding.Kind.LOOP).map(SheetFinding::rule)
                    .collect(java.util.stream.Collectors.toSet());
            proved += never.size();
            for (int arrival = 0; arrival < 60; arrival++) {
                var taken = sheet.judge(arrival(random)).taken();
                assertThat(taken.filter(row -> never.contains(row.ruleId()))).as("round %d: %s", round, rules).isEmpty();
            }
        }
        assertThat(proved).isGreaterThan(Rounds.of(400) / 8);
    }

    private static Condition[] conditions(Random random) {
        return Stream.generate(() -> condition(random, 0)).limit(random.nextInt(3)).toArray(Condition[]::new);
    }

    private static Condition condition(Random random, int depth) {
        return switch (random.nextInt(depth < 2 ? 9 : 6)) {
            case 0 -> new Condition.HasFormat(java.util.EnumSet.of(FileFormat.values()[random.nextInt(3)],
                    FileFormat.values()[random.nextInt(3)]));
            case 1 -> from(random.nextBoolean() ? Set.of(FENNICK) : Set.of(), random.nextBoolean() ? Set.of(YUSUF) : Set.of(),
                    random.nextBoolean() ? Set.of(LEAD) : Set.of());
            case 2 -> new Condition.Sized(random.nextInt(3) * 100, 250 + random.nextInt(3) * 100);
            case 3 -> field("type", random.nextBoolean() ? "DR" : "CA");
            case 4 -> new Condition.Came(java.util.EnumSet.of(ArrivalEvent.values()[random.nextInt(3)], ArrivalEvent.NEW_FILE));
            case 5 -> named(random.nextBoolean() ? "{type}-{title}" : "{title}");
            case 6 -> new Condition.All(List.of(condition(random, depth + 1), condition(random, depth + 1)));
            case 7 -> new Condition.Any(List.of(condition(random, depth + 1), condition(random, depth + 1)));
            default -> new Condition.None(List.of(condition(random, depth + 1)));
        };
    }

    private static app.pervius.core.rules.ArrivalFacts arrival(Random random) {
        List<FolderId> path = switch (random.nextInt(3)) {
            case 0 -> List.of(FOLDER, ROOT);
            case 1 -> List.of(BELOW, FOLDER, ROOT);
            default -> List.of(new FolderId(77), BELOW, FOLDER, ROOT);
        };
        Set<app.pervius.core.project.RoleId> roles = random.nextBoolean() ? Set.of(LEAD) : Set.of();
        var author = random.nextBoolean() ? BY_YUSUF : new app.pervius.core.rules.Parties.Party(new app.pervius.core.project.PersonId(500),
                random.nextBoolean() ? FENNICK : ALDERMOOR, roles, "Somebody");
        Set<FileFormat> formats = new java.util.HashSet<>(List.of(FileFormat.values()[random.nextInt(4)],
                FileFormat.values()[random.nextInt(4)]));
        return new app.pervius.core.rules.ArrivalFacts(path, ArrivalEvent.values()[random.nextInt(3)],
                List.of("DR-Weir", "CA-Weir", "Weir", "DR_Weir").get(random.nextInt(4)),
                formats, random.nextInt(700), author, author, new app.pervius.core.project.FieldValues(random.nextBoolean()
                        ? Map.of("type", "DR") : Map.of()), FIELDS);
    }
}
