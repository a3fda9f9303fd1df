package app.pervius.server.setup.sets;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.number.Scheme;
import app.pervius.core.project.Code;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.StatusCode;
import app.pervius.core.register.RevisionSequence;
import app.pervius.core.register.RevisionSequences;
import app.pervius.core.review.Chase;
import app.pervius.core.review.Completion;
import app.pervius.core.review.Condition;
import app.pervius.core.review.Leads;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.Needs;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.people.RoleRights;
import app.pervius.server.projects.WorkingDays;
import app.pervius.server.textfiles.FileFault;
import app.pervius.server.textfiles.TextFile;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Whatever a set can say is the same once it was written and read, and what it cannot say is refused with its line. */
class StartingSetReaderTest {

    private static final Who REVIEWER = new Who.InRole(StartingSet.role(1));
    private static final Step APPROVAL = Step.usual("Approval", Step.Kind.APPROVAL, REVIEWER, 3);
    private static final List<StartingSet.RoleOfSet> ROLES = List.of(new StartingSet.RoleOfSet("Control", RoleRights.CONTROLLER),
            new StartingSet.RoleOfSet("Reviewer", RoleRights.REVIEWER), new StartingSet.RoleOfSet("Author", RoleRights.AUTHOR),
            new StartingSet.RoleOfSet("Sender", new RoleRights(false, false, Set.of(), false, true, false)));

    private static Step step(Who who, Needs needs, Step.Drawing drawing, Condition when, Map<Integer, Leads> leads, Chase chase) {
        return new Step("Look", Step.Kind.REVIEW, List.of(who), needs, drawing, 7, Optional.ofNullable(when), leads, chase);
    }

    private static Route route(Step... steps) {
        return new Route("route", "A route", 1, List.of(steps), false, false, Optional.empty(), List.of(), List.of(), List.of(),
                Completion.NOTHING);
    }

    static Stream<Route> routes() {
        Chase waits = Chase.USUAL;
        Leads on = new Leads.On();
        return Stream.of(route(APPROVAL),
                route(step(new Who.ByMatrix(Matrix.Duty.REVIEWS), new Needs.All(), Step.Drawing.MAJORITY,
                        new Condition.FieldIs("type", List.of("DR", "CA")), Map.of(1, on, 4, new Leads.Back()), waits), APPROVAL),
                route(step(new Who.InField("checker"), new Needs.AtLeast(2), Step.Drawing.LEAD,
                        new Condition.FieldIsNot("type", List.of("RP")), Map.of(2, new Leads.End()), waits), APPROVAL),
                route(step(REVIEWER, new Needs.Any(), Step.Drawing.WORST, new Condition.FromCycle(2), Map.of(),
                        new Chase(0, 0, 4, List.of(StartingSet.role(0)), new Chase.Silence.CountsAs(1, 6))), APPROVAL),
                route(step(REVIEWER, new Needs.Any(), Step.Drawing.WORST, null, Map.of(),
                        new Chase(3, 5, 0, List.of(), new Chase.Silence.Skip(9))),
                        new Step("Approval", Step.Kind.APPROVAL, List.of(REVIEWER), new Needs.Any(), Step.Drawing.WORST, 250,
                                Optional.empty(), Map.of(3, new Leads.ToStep(0)), waits)),
                new Route("all-of-it", "All of it", 1, List.of(APPROVAL), true, true, Optional.of(new Who.InRole(StartingSet.role(0))),
                        List.of(StartingSet.role(3), StartingSet.role(0)), List.of(), List.of(),
                        new Completion(Map.of("stage", "2", "phase", "B: b"), Map.of(1, "A1", 2, "B1"))));
    }

    private static StartingSet set(Route route) {
        DecisionCode code = DecisionCode.AS_SHIPPED.getFirst();
        List<StartingSet.Decided> decisions = DecisionCode.AS_SHIPPED.stream().map(c -> new StartingSet.Decided(c, c.equals(code)
                ? Optional.of(new StartingSet.IssuedTo("Shared / Tracks", "A1", "{type}")) : Optional.empty())).toList();
        return new StartingSet("Tram line", "Tracks: and: poles, “quoted” # not a comment", List.of(
                new Field("type", "Type", new FieldKind.CodeList(List.of(new Code("DR", "drawing"), new Code("0", "no: type", true))), 4),
                new Field("day", "Day", new FieldKind.Date(), 10), new Field("lot", "Lot", new FieldKind.Digits(), 2),
                new Field("line", "Line", new FieldKind.Letters(), 3), new Field("place", "Place", new FieldKind.Text(), 40)),
                List.of(new StatusCode("A1", "accepted", Set.of(InformationState.SHARED)), new StatusCode("ZZ", "whatever", Set.of())),
                decisions, Optional.of(new WorkingDays(Set.of(DayOfWeek.FRIDAY), LocalTime.of(7, 30), LocalTime.of(16, 0),
                List.of(new WorkingDays.Holiday(LocalDate.of(2027, 1, 1), "New Year")))),
                Optional.of(new RevisionSequences(List.of(
                        new RevisionSequence("plain", "plain", new RevisionSequence.Form.Letters("IO"), false),
                        new RevisionSequence("counted", "counted", new RevisionSequence.Form.Counted("C", 3, 0), true)))),
                ROLES, List.of(new StartingSet.FolderOfSet("In", Optional.of(InformationState.WORK_IN_PROGRESS), true,
                List.of(new StartingSet.FolderOfSet("Sheets", Optional.empty(), false, List.of(), false, Map.of("line", "CD"),
                List.of(new StartingSet.FolderOfSet("Old sheets", Optional.empty(), false, List.of(), false, Map.of(), List.of())))), false,
                Map.of("line", "AB"), List.of()), new StartingSet.FolderOfSet("Shared", Optional.of(InformationState.SHARED), false,
                List.of(), false, Map.of(), List.of(new StartingSet.FolderOfSet("Tracks", Optional.empty(), false, List.of(), false,
                        Map.of(), List.of()))),
                new StartingSet.FolderOfSet("Old", Optional.of(InformationState.ARCHIVE), false, List.of(), true, Map.of(), List.of())),
                List.of(new Scheme("docs", "Documents", 1, Scheme.Of.DOCUMENTS, "{type}-{counter:3}", List.of("type"), true, 10, 5,
                        List.of())), new StartingSet.Reviewing(
                Optional.of(new Matrix("type", "line", Map.of(new Matrix.Cell("DR", Matrix.ANY), Map.of(Matrix.Duty.REVIEWS, List.of(
                        StartingSet.role(1)), Matrix.Duty.TOLD, List.of(StartingSet.role(2), StartingSet.role(3))),
                        new Matrix.Cell(Matrix.ANY, "AB"), Map.of(Matrix.Duty.APPROVES, List.of(StartingSet.role(0)))))),
                        List.of(route)), StartingSet.Rules.NONE);
    }

    @ParameterizedTest
    @MethodSource("routes")
    void whatIsWrittenIsReadAsItWas(Route route) {
        StartingSet set = set(route);
        String text = StartingSetWriter.write(set, Map.of());
        assertThat(StartingSetReader.read(text)).isEqualTo(new TextFile.Read.Sound<>(set));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "kind: approval|kind: review|A route has steps, the last of them an approval.",
        "role: Reviewer|role: Nobody|This project has no role “Nobody”.",
        "role: Reviewer|person: Bruno|Somebody is meant by role, matrix or field, not by “person”.",
        "needs: any|needs: some|“needs” is any, all, or how many have to answer.",
        "working-days: 3|working-days: 251|“working-days” is at most 250 working days.",
        "silence: waits|silence: loud|Silence waits, counts-as a code, or is skipped-after so many days.",
        "key: docs|key: Docs|The key of a scheme is made of lower-case letters, digits and hyphens.",
        "key: route|key: A route|The key of a route is made of lower-case letters, digits and hyphens.",
        "from: 07:30|from: dawn|A time such as 08:00 stands here, not “dawn”.",
        "from: 07:30|from: 18:30|A project works on some day of the week, and its day ends after it begins.",
        "prefix: C|prefix: c|A prefix is up to 3 capital letters",
        "digit: 3|digit: 7|A decision code is 1, 2, 3 or 4.",
        "digit: 3|digit: 4|A project has the decision codes 1, 2, 3 and 4, each once.",
        "code: DR|code: \" \"|A code is at least one character.",
        "code: DR|kode: DR|“code”",
        "code: A1|code: \" \"|A code is at least one character.",
        "key: lot|key: line|Two fields have the key “line”.",
        "takes: date|takes: time|A field takes codes, digits, letters, date or text.",
        "state: archive|state: cellar|is one of work-in-progress, shared, published, archive, not “cellar”.",
        "a-folder-for-each-firm: true|a-folder-for-each-firm: false|of each firm where “a-folder-for-each-firm” is true.",
        "columns: line|columns: lane|The set has no field “lane”.", "row: DR|column: AB|A cell of the matrix stands there twice.",
        "- Sender|- Nobody|The set has no role “Nobody”.",
        "starting-set: 1|starting-set: 2|Only form 1 of starting sets is read, not 2."})
    void whatCannotBeIsRefusedWithItsLine(String says, String instead, String reason) {
        List<String> lines = StartingSetWriter.write(set(route(APPROVAL)), Map.of()).lines().toList();
        int line = (int) lines.stream().takeWhile(l -> !unquoted(l).contains(says)).count();
        assertThat(line).as("the file says “%s”", says).isLessThan(lines.size());
        String text = Stream.concat(Stream.concat(lines.stream().limit(line), Stream.of(unquoted(lines.get(line)).replace(says, instead))),
                lines.stream().skip(line + 1L)).reduce("", (a, b) -> a + b + "\n");
        assertThat(faults(text)).extracting(FileFault::reason).anySatisfy(fault -> assertThat(fault).contains(reason));
    }

    @Test
    void aFolderThatEachFirmGetsIsOfNoStateOfItsOwn() {
        String text = StartingSetWriter.write(set(route(APPROVAL)), Map.of());
        String with = text.replaceFirst("(?m)^( +)- name: Old sheets$", "$1- name: Old sheets\n$1  state: shared");
        assertThat(with).isNotEqualTo(text);
        assertThat(faults(with)).extracting(FileFault::reason).containsExactly(
                "A folder that each firm gets has a “name”, “values” and “folders”, and nothing else.");
    }

    private static List<FileFault> faults(String text) {
        return StartingSetReader.read(text) instanceof TextFile.Read.Wrong<StartingSet>(List<FileFault> faults) ? faults : List.of();
    }

    private static String unquoted(String line) {
        return line.replace("'", "");
    }

    @Test
    void aSetIsChangedInItsCodesAndItsFirstNumberOnly() {
        StartingSet set = set(route(APPROVAL));
        StartingSet changed = set.with(Map.of("type", List.of(new Code("TRACK", "track"))), Optional.of("{line}.{counter:2}"),
                Optional.empty());
        assertThat(changed.fields().getFirst()).isEqualTo(new Field("type", "Type",
                new FieldKind.CodeList(List.of(new Code("TRACK", "track"))), 5));
        assertThat(changed.fields().subList(1, 5)).isEqualTo(set.fields().subList(1, 5));
        assertThat(changed.schemes().getFirst().pattern()).isEqualTo("{line}.{counter:2}");
        assertThat(changed.schemes().getFirst().countsPer()).as("what its pattern does not name cannot be counted by").isEmpty();
        assertThat(set.with(Map.of(), Optional.empty(), Optional.empty())).isEqualTo(set);
    }
}
