package app.pervius.server.comments;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.tables.TableReader;
import app.pervius.server.tables.TableWriter;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The comment sheet: out to a table, and answers back from it. */
@RestController
@RequestMapping("/api/projects/{project}/comment-sheet")
class CommentSheetController {

    private final CommentSheet sheet;
    private final CommentLines lines;
    private final TableReader tables;

    CommentSheetController(CommentSheet sheet, CommentLines lines, TableReader tables) {
        this.sheet = sheet;
        this.lines = lines;
        this.tables = tables;
    }

    private static CommentLines.Of of(@Nullable List<Long> passages, @Nullable Long folder) {
        return new CommentLines.Of(passages == null ? List.of() : passages, folder);
    }

    /** What was said of some revisions, or of all that came into a folder or below, as far as the caller may read it: as a table. */
    @Act(kind = ActKind.EXPORTS, says = "took comments away as a table")
    @GetMapping
    ResponseEntity<StreamingResponseBody> table(@PathVariable long project, @RequestParam @Nullable List<Long> passages,
            @RequestParam @Nullable Long folder, @RequestParam TableWriter.Format format, Actor actor) {
        actor.in(project);
        return TableWriter.words(format, "comments", CommentSheet.HEAD, sheet.rows(project, of(passages, folder), actor));
    }

    /** The same, for the browser. */
    @GetMapping("/lines")
    List<CommentLines.CommentLine> lines(@PathVariable long project, @RequestParam @Nullable List<Long> passages,
            @RequestParam @Nullable Long folder, Actor actor) {
        actor.in(project);
        return lines.of(project, of(passages, folder), actor);
    }

    /** The same as a PDF with small pictures of the places. */
    @Act(kind = ActKind.EXPORTS, says = "took comments away as a PDF")
    @GetMapping("/summary")
    ResponseEntity<StreamingResponseBody> summary(@PathVariable long project, @RequestParam @Nullable List<Long> passages,
            @RequestParam @Nullable Long folder, Actor actor) {
        actor.in(project);
        return ResponseEntity.ok().contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename("comments.pdf").build().toString())
                .body(sheet.summary(project, of(passages, folder), actor));
    }

    /**
     * Takes answers over from a CSV or XLSX; with {@code look} it only says what would come of it.
     *
     * @param without comments whose rows are left out
     */
    @PostMapping(consumes = "application/octet-stream")
    CommentSheet.CommentSheetTaken take(@PathVariable long project, @RequestParam boolean look, @RequestParam @Nullable Set<Long> without,
            HttpServletRequest request, Actor actor) throws IOException {
        actor.in(project);
        return sheet.take(tables.read(request.getInputStream()), project, without == null ? Set.of() : without, look, actor);
    }
}
