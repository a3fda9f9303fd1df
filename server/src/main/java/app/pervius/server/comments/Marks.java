package app.pervius.server.comments;

import app.pervius.server.access.Actor;
import app.pervius.server.content.ContentStore;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Table;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.xml.stream.XMLStreamException;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The marks on a revision, out to other programs and in from them. */
@Service
@Transactional
class Marks {

    private static final long LARGEST = 20L * 1024 * 1024;

    /** What came of a file of marks; nothing was taken if there is any fault. */
    record MarksTaken(int marks, int known, List<Table.TableFault> faults) {
    }

    private final CommentViews views;
    private final Comments comments;
    private final SheetCommentRepository stored;
    private final Passages passages;
    private final ContentStore contents;

    Marks(CommentViews views, Comments comments, SheetCommentRepository stored, Passages passages, ContentStore contents) {
        this.views = views;
        this.comments = comments;
        this.stored = stored;
        this.passages = passages;
        this.contents = contents;
    }

    @Transactional(readOnly = true)
    ResponseEntity<StreamingResponseBody> xfdf(long passage, Actor actor) {
        List<CommentViews.CommentView> all = views.of(passage, actor);
        String file = read(passage).name();
        return download("application/vnd.adobe.xfdf", base(file) + ".xfdf", out -> {
            try {
                Xfdf.write(all, file, out);
            } catch (XMLStreamException e) {
                throw new IOException(e);
            }
        });
    }

    @Transactional(readOnly = true)
    ResponseEntity<StreamingResponseBody> marked(long passage, Actor actor) {
        List<CommentViews.CommentView> all = views.of(passage, actor);
        PassageFacts.File file = read(passage);
        if (!file.mediaType().equals(MediaType.APPLICATION_PDF_VALUE)) {
            throw Refused.conflict("no-pdf", file.name() + " is no PDF; its marks can be had as XFDF.");
        }
        Path kept = contents.path(file.hash());
        MarkedPdf.pages(kept);
        return download(MediaType.APPLICATION_PDF_VALUE, base(file.name()) + "_marked.pdf", out -> MarkedPdf.write(kept, all, out));
    }

    private PassageFacts.File read(long passage) {
        return passages.passage(passage).fileRead();
    }

    private static String base(String name) {
        return name.contains(".") ? name.substring(0, name.lastIndexOf('.')) : name;
    }

    private static ResponseEntity<StreamingResponseBody> download(String type, String name, StreamingResponseBody body) {
        return ResponseEntity.ok().contentType(MediaType.parseMediaType(type)).header(HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment().filename(name, StandardCharsets.UTF_8).build().toString()).body(body);
    }

    /** Takes over all marks of an XFDF as the actor's comments, each once; or none where anything is wrong. */
    MarksTaken take(long passage, InputStream file, boolean look, Actor actor) throws IOException {
        views.mustRead(passage, actor);
        byte[] bytes = file.readNBytes((int) LARGEST + 1);
        if (bytes.length > LARGEST) {
            throw Refused.tooLarge("A file of marks is at most " + LARGEST / 1024 / 1024 + " MB.");
        }
        return take(passage, Xfdf.read(new ByteArrayInputStream(bytes)), look, actor);
    }

    /** Where the PDF lies that is read of a passage. */
    @Transactional(readOnly = true)
    Path pdf(long passage, Actor actor) {
        views.mustRead(passage, actor);
        PassageFacts.File file = read(passage);
        if (!file.mediaType().equals(MediaType.APPLICATION_PDF_VALUE)) {
            throw Refused.conflict("no-pdf", file.name() + " is no PDF.");
        }
        return contents.path(file.hash());
    }

    /** Takes over all of these as the actor's comments, each once; or none where anything is wrong. */
    MarksTaken take(long passage, Xfdf.Read read, boolean look, Actor actor) {
        long person = views.mustRead(passage, actor);
        Set<Long> own = Stream.concat(Stream.of(passage), passages.before(passage).stream().map(Passages.PassageView::id))
                .collect(Collectors.toSet());
        List<Table.TableFault> faults = new ArrayList<>(read.faults());
        List<Xfdf.Mark> fresh = new ArrayList<>();
        int pages = pages(passage);
        for (Xfdf.Mark mark : read.marks()) {
            boolean fromHere = mark.name().matches("comment-\\d{1,18}");
            if (fromHere && stored.findById(Long.parseLong(mark.name().substring(8))).filter(c -> own.contains(c.passageId)).isEmpty()) {
                faults.add(new Table.TableFault(mark.element(), mark.name(), "It is a mark of another document."));
            } else if (mark.place().page() > pages) {
                faults.add(new Table.TableFault(mark.element(), "page", "There is no page " + mark.place().page()
                        + "; the file has " + pages + "."));
            } else if (!fromHere && stored.findByAuthorIdAndAuthorKey(person, key(mark, passage)).isEmpty()) {
                fresh.add(mark);
            }
        }
        if (faults.isEmpty() && !look) {
            fresh.forEach(m -> comments.say(passage, key(m, passage), Comments.Wanted.at(m.place(), m.text()), actor));
        }
        return new MarksTaken(fresh.size(), read.marks().size() - fresh.size(), faults);
    }

    /** How many pages the file has; of a PDF that cannot be opened that is not known. */
    private int pages(long passage) {
        PassageFacts.File file = read(passage);
        if (!file.mediaType().equals(MediaType.APPLICATION_PDF_VALUE)) {
            return 1;
        }
        try {
            return MarkedPdf.pages(contents.path(file.hash()));
        } catch (Refused locked) {
            return Integer.MAX_VALUE;
        }
    }

    /** The same mark has the same one however often it is read. */
    private static String key(Xfdf.Mark mark, long passage) {
        return UUID.nameUUIDFromBytes((passage + " " + mark.name() + " " + mark.place() + " " + mark.text())
                .getBytes(StandardCharsets.UTF_8)).toString();
    }
}
