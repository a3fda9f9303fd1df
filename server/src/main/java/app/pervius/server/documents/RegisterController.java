package app.pervius.server.documents;

import app.pervius.core.register.SearchWords;
import app.pervius.core.rules.Which;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.http.Page;
import app.pervius.server.http.Tagged;
import app.pervius.server.projects.Projects;
import app.pervius.server.store.Portions;
import app.pervius.server.tables.Columns;
import app.pervius.server.tables.Lines;
import app.pervius.server.tables.TableWriter;
import jakarta.validation.constraints.Size;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The register: a project's documents, looked through, found, and taken away as a table. */
@RestController
class RegisterController {
    private static final int MOST_FOUND = 50;

    /** Which documents a list shows. */
    enum WhichDocuments { ALL, NOT_COME }

    private final DocumentRepository documents;
    private final DocumentWords words;
    private final DocumentRows rows;
    private final Projects projects;
    private final TransactionTemplate reading;

    RegisterController(DocumentRepository documents, DocumentWords words, DocumentRows rows, Projects projects,
            PlatformTransactionManager transactions) {
        this.documents = documents;
        this.words = words;
        this.rows = rows;
        this.projects = projects;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
    }

    /** The same as a table to take away: all of it, as narrowed down. */
    @Act(kind = ActKind.EXPORTS, says = "took the register away as a table")
    @GetMapping("/api/projects/{project}/documents/table")
    ResponseEntity<StreamingResponseBody> table(@PathVariable long project, @RequestParam(defaultValue = "ALL") WhichDocuments which,
            @RequestParam(defaultValue = "") @Size(max = 200) String text, @RequestParam TableWriter.Format format, Actor actor) {
        actor.in(project);
        Projects.Settings settings = projects.settings(project);
        Columns<DocumentRows.DocumentRow> columns = new Columns<DocumentRows.DocumentRow>(settings.zone())
                .text("Number", DocumentRows.DocumentRow::number)
                .text("Title", DocumentRows.DocumentRow::title)
                .text("Own reference", DocumentRows.DocumentRow::ownReference).text("Originator", DocumentRows.DocumentRow::originator)
                .text("Newest revision", DocumentRows.DocumentRow::latest)
                .text("On its way", row -> row.onItsWay() ? "yes" : "").text("Current", RegisterController::current)
                .text("Voided", DocumentRows.DocumentRow::voided).moment("Since", DocumentRows.DocumentRow::since);
        settings.fields().all().forEach(field -> columns.text(field.label(), row -> row.values().get(field.key())));
        return TableWriter.download(format, settings.code() + " register", columns,
                new Lines<>(after -> Objects.requireNonNull(reading.execute(status ->
                text.isBlank() ? list(project, which, after, actor) : foundPage(project, text, after, actor)))));
    }

    private static String current(DocumentRows.DocumentRow row) {
        return row.current().stream().map(c -> c.revision() + (c.status() == null ? "" : " " + c.status()) + " in " + c.where())
                .collect(Collectors.joining("; "));
    }

    @Tagged
    @GetMapping("/api/projects/{project}/documents")
    Page<DocumentRows.DocumentRow> list(@PathVariable long project, @RequestParam(defaultValue = "ALL") WhichDocuments which,
            @RequestParam(required = false) @Nullable String after,
            Actor actor) {
        Set<Long> firms = actor.seenFirms(project);
        long before = Page.after(after, Long.MAX_VALUE);
        Limit limit = Limit.of(Page.SIZE + 1);
        Page<Document> page = Page.of(which == WhichDocuments.ALL ? documents.newest(project, firms, before, limit)
                : documents.notCome(project, firms, before, limit),
                Document::id, d -> d);
        return new Page<>(rows.rows(page.items(), actor), page.next());
    }

    /** Documents by their number, title, own reference or a name their files had; those that have passages are found by these too. */
    @GetMapping("/api/projects/{project}/documents-found")
    List<DocumentRows.DocumentRow> find(@PathVariable long project, @RequestParam @Size(max = 200) String text, Actor actor) {
        return rows.rows(Portions.of(found(project, text, MOST_FOUND, actor), documents::findAllById).stream()
                .sorted(Comparator.comparing(Document::id).reversed()).toList(), actor);
    }

    /** The ids of what is found, newest first. */
    private List<Long> found(long project, String text, int most, Actor actor) {
        return words.found(project, actor.seenFirms(project), SearchWords.sought(text), most);
    }

    /** What is found from a place on, in the order of the list; the mark of a page is that place. */
    private Page<DocumentRows.DocumentRow> foundPage(long project, String text, @Nullable String after, Actor actor) {
        int from = (int) Page.after(after, 0);
        List<Long> all = found(project, text, Integer.MAX_VALUE, actor);
        int to = Math.min(all.size(), from + Page.SIZE);
        return new Page<>(rows.rows(Portions.of(all.subList(Math.min(from, to), to), documents::findAllById).stream()
                .sorted(Comparator.comparing(Document::id).reversed()).toList(), actor), to < all.size() ? String.valueOf(to) : null);
    }
}
