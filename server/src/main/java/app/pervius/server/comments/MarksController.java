package app.pervius.server.comments;

import app.pervius.server.access.Actor;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Marks of a revision for other programs: as XFDF, and in the PDF itself. */
@RestController
@RequestMapping("/api/passages/{passage}/marks")
class MarksController {

    /** The forms they can be had in. */
    enum Form { XFDF, PDF }

    private final Marks marks;

    MarksController(Marks marks) {
        this.marks = marks;
    }

    @GetMapping
    ResponseEntity<StreamingResponseBody> marks(@PathVariable long passage, @RequestParam Form as, Actor actor) {
        return as == Form.XFDF ? marks.xfdf(passage, actor) : marks.marked(passage, actor);
    }

    /** Takes the marks of an XFDF over as comments of the caller's; with {@code look} it only says what would come of it. */
    @PostMapping(consumes = "application/octet-stream")
    Marks.MarksTaken take(@PathVariable long passage, @RequestParam boolean look, HttpServletRequest request, Actor actor)
            throws IOException {
        return marks.take(passage, request.getInputStream(), look, actor);
    }

    /** Takes the annotations of the PDF itself over as comments of the caller's; with {@code look} it only says what would come of it. */
    @PostMapping("/from-file")
    Marks.MarksTaken takeFromFile(@PathVariable long passage, @RequestParam boolean look, Actor actor) throws IOException {
        return marks.take(passage, PdfMarks.read(marks.pdf(passage, actor)), look, actor);
    }
}
