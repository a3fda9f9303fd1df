package app.pervius.server.comments;

import app.pervius.core.comment.Stage;
import app.pervius.server.access.Actor;
import app.pervius.server.comments.CommentViews.CommentAnswer;
import app.pervius.server.comments.CommentViews.CommentView;
import app.pervius.server.content.ContentStore;
import app.pervius.server.content.TiffPages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Table;
import java.time.InstantSource;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/**
 * Comments as a table: out to whoever answers in a sheet, and back. Read back are only the columns {@code Answer}, {@code Done} and, where
 * somebody wrote {@code closed} into it, {@code State}; a row is known by {@code Comment}.
 */
@Service
@Transactional
class CommentSheet {

    static final List<String> HEAD = List.of("Comment", "Changes", "Number", "Revision", "Cycle", "Page", "Mark", "Said by", "Firm", "When",
            "Said", "For", "By", "Holds back", "State", "Answers", "Done", "Answer");
    /** A cell is never longer; the whole of it stands in the Reading room. */
    private static final int LONGEST = 1900;
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm", Locale.ROOT);

    /**
     * A row that answers a comment to which something has happened since the sheet was taken away.
     *
     * @param since what has happened, in words
     * @param yours what the sheet says
     */
    record ChangedMeanwhile(long comment, int row, String what, String since, String yours) {
    }

    /**
     * What came of a sheet; nothing was taken if there is any fault.
     *
     * @param answers how many rows answer, {@code closed} how many close, {@code known} how many say what stands there already
     */
    record CommentSheetTaken(int answers, int closed, int known, List<ChangedMeanwhile> changed, List<Table.TableFault> faults) {
    }

    /** What a row wants. */
    private record Wanted(int row, CommentView comment, int version, SheetAnswer.@Nullable Kind kind, String text, boolean closes) {
    }

    private final CommentLines lines;
    private final CommentViews views;
    private final Comments comments;
    private final SheetCommentRepository stored;
    private final Passages passages;
    private final Projects projects;
    private final ContentStore contents;
    private final TiffPages tiff;
    private final InstantSource clock;

    CommentSheet(CommentLines lines, CommentViews views, Comments comments, SheetCommentRepository stored, Passages passages,
            Projects projects, ContentStore contents, TiffPages tiff, InstantSource clock) {
        this.lines = lines;
        this.views = views;
        this.comments = comments;
        this.stored = stored;
        this.passages = passages;
        this.projects = projects;
        this.contents = contents;
        this.tiff = tiff;
        this.clock = clock;
    }

    /** Those comments as a table. */
    @Transactional(readOnly = true)
    List<List<String>> rows(long project, CommentLines.Of of, Actor actor) {
        ZoneId zone = projects.settings(project).zone();
        return lines.of(project, of, actor).stream().map(line -> row(line.comment(), line.number(), zone)).toList();
    }

    /** Those comments as a PDF with small pictures of their places; it is written after everything is read. */
    @Transactional(readOnly = true)
    StreamingResponseBody summary(long project, CommentLines.Of of, Actor actor) {
        List<CommentLines.CommentLine> all = lines.of(project, of, actor);
        Map<Long, CommentSummary.Sheet> sheets = new HashMap<>();
        for (Passages.PassageView passage : passages.passages(all.stream().map(l -> l.comment().on().passage()).distinct().toList())) {
            PassageFacts.File file = passage.fileRead();
            sheets.put(passage.id(), new CommentSummary.Sheet(file, contents.path(file.hash())));
        }
        Projects.Settings settings = projects.settings(project);
        CommentSummary.Head head = new CommentSummary.Head(settings.name(), clock.instant(), settings.zone());
        return out -> CommentSummary.write(all, sheets, head, tiff, out);
    }

    private static List<String> row(CommentView c, String number, ZoneId zone) {
        CommentPlace place = c.on().place();
        return List.of(String.valueOf(c.id()), String.valueOf(c.version()), number, c.on().revision() == null ? "" : c.on().revision(),
                String.valueOf(c.on().cycle()),
                place == null ? "" : String.valueOf(place.page()),
                place == null ? "" : place.shape().name().toLowerCase(Locale.ROOT), c.by().name(), c.by().firm(),
                WHEN.format(c.by().at().atZone(zone)), cut(c.text()),
                c.asked() == null ? "" : c.asked().name(), c.asked() == null || c.asked().due() == null ? "" : c.asked().due().toString(),
                c.with().before() == null ? "" : String.valueOf(c.with().before()),
                word(c.stage()), cut(c.answers().stream().map(CommentSheet::inWords).collect(Collectors.joining("\n"))), "", "");
    }

    static String inWords(CommentAnswer answer) {
        return answer.person() + ": " + switch (answer.kind()) {
            case SAID -> answer.text();
            case DONE -> answer.text().isEmpty() ? "done" : "done, " + answer.text();
            case NOT_DONE -> "not done, " + answer.text();
            case CLOSED -> "closed it";
            case REOPENED -> "opened it again";
        };
    }

    private static String word(Stage stage) {
        return stage.name().toLowerCase(Locale.ROOT);
    }

    private static String cut(String text) {
        return text.length() > LONGEST ? text.substring(0, LONGEST - 1) + "…" : text;
    }

    /**
     * Takes over what a sheet answers: all of it, or nothing where anything is wrong.
     *
     * @param without comments whose rows are left out
     * @param look only says what would come of it
     */
    CommentSheetTaken take(Table table, long project, Set<Long> without, boolean look, Actor actor) {
        List<Table.TableFault> faults = new ArrayList<>();
        Map<String, Integer> columns = columns(table, faults);
        List<Wanted> wanted = faults.isEmpty() ? wanted(table, columns, project, actor, faults) : List.of();
        List<ChangedMeanwhile> changed = wanted.stream().filter(w -> w.version() != w.comment().version() && !known(w))
                .map(w -> new ChangedMeanwhile(w.comment().id(), w.row(), w.comment().text(), since(w.comment()), w.text())).toList();
        List<Wanted> taken = wanted.stream().filter(w -> !without.contains(w.comment().id())).toList();
        int known = (int) taken.stream().filter(CommentSheet::known).count();
        if (faults.isEmpty() && !look) {
            taken.forEach(w -> carryOut(w, actor));
        }
        return new CommentSheetTaken((int) taken.stream().filter(w -> w.kind() != null && !known(w)).count(),
                (int) taken.stream().filter(Wanted::closes).count(), known, changed, faults);
    }

    private static Map<String, Integer> columns(Table table, List<Table.TableFault> faults) {
        Map<String, Integer> columns = new LinkedHashMap<>();
        for (String name : List.of("Comment", "Changes", "State", "Done", "Answer")) {
            table.column(name).ifPresentOrElse(at -> columns.put(name, at),
                    () -> faults.add(new Table.TableFault(1, name, "The first row names no column “" + name + "”.")));
        }
        return columns;
    }

    private List<Wanted> wanted(Table table, Map<String, Integer> columns, long project, Actor actor, List<Table.TableFault> faults) {
        List<Wanted> wanted = new ArrayList<>();
        Set<Long> seen = new HashSet<>();
        Map<Long, Map<Long, CommentView>> read = new LinkedHashMap<>();
        for (Table.Row row : table.rows()) {
            Map<String, String> cells = new LinkedHashMap<>();
            columns.forEach((name, at) -> cells.put(name, row.cells().get(at).strip()));
            if (!(said(cells, "Answer") + said(cells, "Done")).isEmpty() || said(cells, "State").equalsIgnoreCase("closed")) {
                fault(row, cells, project, actor, seen, read, wanted).ifPresent(faults::add);
            }
        }
        return wanted;
    }

    private static String said(Map<String, String> cells, String column) {
        return cells.getOrDefault(column, "");
    }

    /** Reads one row that says something; what is wrong with it, if anything is. */
    private Optional<Table.TableFault> fault(Table.Row row, Map<String, String> cells, long project, Actor actor, Set<Long> seen,
            Map<Long, Map<Long, CommentView>> read, List<Wanted> wanted) {
        Optional<CommentView> comment = comment(said(cells, "Comment"), project, actor, read);
        if (comment.isEmpty()) {
            return Optional.of(new Table.TableFault(row.number(), "Comment", "There is no comment “" + said(cells, "Comment")
                    + "” here that you may read."));
        }
        CommentView its = comment.get();
        if (!seen.add(its.id())) {
            return Optional.of(new Table.TableFault(row.number(), "Comment", "There is a row for this comment already."));
        }
        if (!said(cells, "Changes").matches("\\d{1,9}")) {
            return Optional.of(new Table.TableFault(row.number(), "Changes",
                    "This column says how the comment stood when the sheet was taken away; leave it as it is."));
        }
        String text = said(cells, "Answer");
        String done = said(cells, "Done").toLowerCase(Locale.ROOT);
        if (!Set.of("", "yes", "no").contains(done)) {
            return Optional.of(new Table.TableFault(row.number(), "Done", "It is “yes”, “no” or empty."));
        }
        if (done.equals("no") && text.isEmpty()) {
            return Optional.of(new Table.TableFault(row.number(), "Answer", "Say why it was not done."));
        }
        SheetAnswer.Kind kind = done.equals("yes") ? SheetAnswer.Kind.DONE : done.equals("no") ? SheetAnswer.Kind.NOT_DONE
                : text.isEmpty() ? null : SheetAnswer.Kind.SAID;
        boolean closes = said(cells, "State").equalsIgnoreCase("closed") && its.stage() != Stage.CLOSED;
        if (kind != null && !its.may().answer()) {
            return Optional.of(new Table.TableFault(row.number(), "Answer", "This comment is closed. Have it opened again first."));
        }
        if (closes && !its.may().close()) {
            return Optional.of(new Table.TableFault(row.number(), "State", "Comments are closed by the reviewing side."));
        }
        if (kind != null || closes) {
            wanted.add(new Wanted(row.number(), its, Integer.parseInt(said(cells, "Changes")), kind, text, closes));
        }
        return Optional.empty();
    }

    private Optional<CommentView> comment(String id, long project, Actor actor, Map<Long, Map<Long, CommentView>> read) {
        if (!id.matches("\\d{1,18}")) {
            return Optional.empty();
        }
        return stored.findById(Long.parseLong(id)).filter(row -> row.projectId == project).flatMap(row -> {
            try {
                return Optional.ofNullable(read.computeIfAbsent(row.passageId, p -> views.of(p, actor).stream()
                        .collect(Collectors.toMap(CommentView::id, c -> c))).get(row.id()));
            } catch (Refused notTheirs) {
                return Optional.empty();
            }
        });
    }

    private static String since(CommentView comment) {
        return comment.answers().isEmpty() ? "It was changed, or drawn together." : comment.answers().stream().skip(Math.max(0,
                comment.answers().size() - 3)).map(CommentSheet::inWords).collect(Collectors.joining("\n"));
    }

    /** Whether exactly this was said last: a sheet that is taken over twice says nothing twice, and the same once more is said anew. */
    private static boolean known(Wanted wanted) {
        return wanted.kind() != null && wanted.comment().answers().stream().filter(a -> Comments.SAYS.contains(a.kind()))
                .reduce((before, last) -> last).filter(a -> a.kind() == wanted.kind() && a.text().equals(wanted.text())).isPresent();
    }

    private void carryOut(Wanted wanted, Actor actor) {
        int version = wanted.comment().version();
        long id = wanted.comment().id();
        if (wanted.kind() != null && !known(wanted)) {
            comments.answer(id, version++, wanted.kind(), wanted.text(), actor);
        }
        if (wanted.closes()) {
            comments.close(id, version, true, actor);
        }
    }
}
