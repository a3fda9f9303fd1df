package app.pervius.core.rules.check;

import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.rules.Facts.BELOW;
import static app.pervius.core.rules.Facts.BY_YUSUF;
import static app.pervius.core.rules.Facts.FOLDER;
import static app.pervius.core.rules.Facts.ROOT;
import static app.pervius.core.rules.Facts.field;
import static app.pervius.core.rules.Facts.format;
import static app.pervius.core.rules.Facts.rule;
import static app.pervius.core.rules.Facts.sheet;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Rule;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Findings come with an arrival that shows what is meant, made up of what the sheet itself speaks of. */
class ExamplesTest {

    private static final List<CheckFacts.Node> TREE = List.of(new CheckFacts.Node(ROOT, Optional.empty(), ""),
            new CheckFacts.Node(FOLDER, Optional.of(ROOT), "Drawings"), new CheckFacts.Node(BELOW, Optional.of(FOLDER), "Drawings / Old"));

    private static List<String> said(Rule... rules) {
        return SheetCheck.of(new CheckFacts(sheet(rules), TREE, List.of(BY_YUSUF), FIELDS)).stream().map(SheetFinding::sentence).toList();
    }

    private static final Condition PDF = format(FileFormat.PDF);
    private static final Condition CAD = format(FileFormat.CAD);
    private static final String YUSUF = " from Yusuf Karaderin (Fennick Hydraulics) in ";

    private static String all(String example) {
        return "It is never reached: “All” takes all it could take, such as " + example + ".";
    }

    private static String some(String other, String example) {
        return "Some of what it could take is taken before it by “" + other + "”, such as " + example + ".";
    }

    @Test
    void anExampleSaysFormatFieldsAuthorFolderAndHowItCame() {
        Rule everything = rule("All", FOLDER, true);
        assertThat(said(everything, rule("CAD", FOLDER, true, CAD))).containsExactly(all("“Example” as CAD drawing" + YUSUF + "Drawings"));
        assertThat(said(everything, rule("H", FOLDER, true, field("discipline", "H"))))
                .containsExactly(all("“Example.pdf”, Discipline H" + YUSUF + "Drawings"));
        assertThat(said(everything, rule("Moved", FOLDER, true, new Condition.Came(Set.of(ArrivalEvent.MOVED_IN)))))
                .containsExactly(all("“Example.pdf”" + YUSUF + "Drawings, moved in"));
        assertThat(said(rule("All", ROOT, true), rule("Own", ROOT, false)))
                .containsExactly(all("“Example.pdf”" + YUSUF + "the project's own folder"));
    }

    @Test
    void ofManyOverlapsTheFirstThreeAreShown() {
        Rule discipline = rule("H", FOLDER, true, field("discipline", "H"));
        Rule office = rule("Office", FOLDER, true, format(FileFormat.OFFICE));
        Rule small = rule("Small", FOLDER, true, new Condition.Sized(0, 9));
        List<String> said = said(rule("PDF", FOLDER, true, PDF), rule("CAD", FOLDER, true, CAD), discipline, office, small);
        assertThat(said).hasSize(9).startsWith(some("PDF", "“Example” as PDF and CAD drawing" + YUSUF + "Drawings"),
                some("PDF", "“Example.pdf”, Discipline H" + YUSUF + "Drawings"),
                some("CAD", "“Example” as CAD drawing, Discipline H" + YUSUF + "Drawings"));
        assertThat(said.subList(6, 9)).as("of the last, which overlaps with four").containsExactly(
                some("PDF", "“Example.pdf”" + YUSUF + "Drawings"), some("CAD", "“Example” as CAD drawing" + YUSUF + "Drawings"),
                some("H", "“Example.pdf”, Discipline H" + YUSUF + "Drawings"));
    }

    @Test
    void namesAreMadeFromThePatternsTheSheetSpeaksOf() {
        Rule named = rule("All", FOLDER, true, new Condition.Named("{discipline}-{type}"));
        assertThat(said(named, rule("Also", FOLDER, true, new Condition.Named("{discipline}-{type}"))))
                .containsExactly(all("“H-DR.pdf”" + YUSUF + "Drawings"));
        Rule either = rule("All", FOLDER, true, new Condition.Any(List.of(new Condition.Named("A-{serial}"),
                new Condition.Named("B-{serial}"))));
        assertThat(said(either, rule("Also", FOLDER, true, new Condition.Named("A-{serial}"))))
                .containsExactly(all("“A-1.pdf”" + YUSUF + "Drawings"));
    }

    @Test
    void whatEveryNameTriedShowsIsSaidAsProbable() {
        Rule not = rule("Not", FOLDER, true, new Condition.None(List.of(new Condition.Named("A-{serial}"))));
        assertThat(said(not, rule("Also", FOLDER, true, new Condition.Named("B-{serial}"))))
                .containsExactly("It is probably never reached: "
                + "all 2 names tried are taken by “Not” before it, such as “B-1.pdf”" + YUSUF + "Drawings.");
        assertThat(said(not, rule("Also", FOLDER, true, new Condition.Named("A-{serial}")))).as("those the other leaves").isEmpty();
        assertThat(said(rule("PDF", FOLDER, true, PDF, new Condition.Named("B-{serial}")),
                rule("Also", FOLDER, true, new Condition.Named("B-{serial}")))).as("other formats are left").isEmpty();
        assertThat(said(rule("Other", BELOW, true, new Condition.Named("A-{serial}")),
                rule("Also", FOLDER, true, new Condition.Named("A-{serial}")))).as("other folders are left").isEmpty();
    }

    @Test
    void namesThatFitAPatternHaveEveryCodeInTurnAndAreTriedWithoutWhatMayBeLeftOut() {
        assertThat(Names.like("{discipline}-{type}[_{title}]", FIELDS))
                .containsExactlyInAnyOrder("H-DR_Example", "C-DR_Example", "H-DR_Other", "H-CA_Example", "H-DR");
        assertThat(Names.like("{serial}.{letters}", FIELDS)).containsExactlyInAnyOrder("1.A", "20.A", "1.AB");
        assertThat(Names.like("{nonsense}", FIELDS)).isEmpty();
        Fields own = FIELDS.with(List.of(new Field("day", "Day", new FieldKind.Date(), 10),
                new Field("short", "Short", new FieldKind.Text(), 2), new Field("none", "None", new FieldKind.CodeList(List.of()), 2)));
        assertThat(Names.like("{day:YYYY-MM-DD}", own)).containsExactly("2026-05-14");
        assertThat(Names.like("{short}", own)).containsExactly("Ex", "Ot");
    }

    @Test
    void aRuleSpeaksOfThePatternsItReadsAndOfThoseInItsGroupsHoweverDeep() {
        Condition a = new Condition.Named("a");
        Condition b = new Condition.Named("b");
        Condition c = new Condition.Named("c");
        Rule rule = rule("Deep", FOLDER, true, new Condition.All(List.of(a, new Condition.Any(List.of(b)))),
                new Condition.None(List.of(c, a)),
                PDF);
        assertThat(Names.patternsOf(rule, sheet(rule))).containsExactly("a", "b", "c");
    }
}
