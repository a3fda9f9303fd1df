package app.pervius.server.comments;

import app.pervius.server.comments.CommentLines.CommentLine;
import app.pervius.server.comments.CommentViews.CommentView;
import app.pervius.server.content.TiffPages;
import app.pervius.server.passages.PassageFacts;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.jspecify.annotations.Nullable;

/**
 * Comments as a PDF to read and to keep: every one with its words, its state and what was answered, and a small picture of its place cut
 * from the sheet itself.
 */
final class CommentSummary {

    /** What was read of a revision; where its bytes lie. */
    record Sheet(PassageFacts.File file, Path at) {
    }

    /** What stands at the head of it; times are shown in {@code zone}. */
    record Head(String project, Instant at, ZoneId zone) {
    }

    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm", Locale.ENGLISH);
    private static final float WIDE = 150;
    private static final float HIGH = 104;
    private static final float GAP = 12;
    private static final float TEXT = 9.5f;
    private static final float SMALL = 8;
    private static final float DARK = 0.1f;
    private static final float QUIET = 0.4f;

    private final SummaryPaper paper;
    private final PlacePictures pictures;
    private final Head head;

    private CommentSummary(SummaryPaper paper, PlacePictures pictures, Head head) {
        this.paper = paper;
        this.pictures = pictures;
        this.head = head;
    }

    /** @param sheets what was read of each revision on which something was said; one that is not there has no pictures */
    static void write(List<CommentLine> lines, Map<Long, Sheet> sheets, Head head, TiffPages tiff, OutputStream out) throws IOException {
        try (SummaryPaper paper = new SummaryPaper(); PlacePictures pictures = new PlacePictures(paper.document(), tiff)) {
            CommentSummary summary = new CommentSummary(paper, pictures, head);
            paper.words("Comments", SummaryPaper.LEFT, SummaryPaper.WIDTH, 18, DARK);
            paper.words(head.project() + ", " + summary.when(head.at()) + ", " + lines.size()
                    + (lines.size() == 1 ? " comment" : " comments"), SummaryPaper.LEFT, SummaryPaper.WIDTH, TEXT, QUIET);
            @Nullable String number = null;
            for (CommentLine line : lines) {
                if (!line.number().equals(number)) {
                    number = line.number();
                    summary.document(line);
                }
                summary.comment(line.comment(), sheets.get(line.comment().on().passage()));
            }
            paper.save("Comments, " + head.project(), out);
        }
    }

    private String when(Instant at) {
        return WHEN.format(at.atZone(head.zone()));
    }

    private void document(CommentLine line) throws IOException {
        paper.room(HIGH + 50);
        paper.down(14);
        paper.words(line.number() + "   " + line.title(), SummaryPaper.LEFT, SummaryPaper.WIDTH, 12, DARK);
    }

    private void comment(CommentView c, @Nullable Sheet sheet) throws IOException {
        Optional<PlacePictures.Picture> picture = Optional.ofNullable(sheet).flatMap(s -> Optional.ofNullable(c.on().place())
                .flatMap(place -> pictures.of(s, place.place())));
        float x = SummaryPaper.LEFT + WIDE + GAP;
        float width = SummaryPaper.WIDTH - WIDE - GAP;
        String what = facts(c);
        PDPageContentStream to = paper.room(Math.min(400, Math.max(picture.isPresent() ? HIGH : 0, paper.height(what, width, SMALL)
                + paper.height(c.text(), width, TEXT))) + 14);
        paper.down(10);
        to.setStrokingColor(0.85f, 0.85f, 0.85f);
        to.setLineWidth(0.5f);
        to.moveTo(SummaryPaper.LEFT, paper.y() + 4);
        to.lineTo(SummaryPaper.LEFT + SummaryPaper.WIDTH, paper.y() + 4);
        to.stroke();
        float top = paper.y();
        int sheets = paper.document().getNumberOfPages();
        if (picture.isPresent()) {
            picture.get().draw(to, SummaryPaper.LEFT, top - HIGH, WIDE, HIGH);
        }
        paper.words(what, x, width, SMALL, QUIET);
        if (!c.text().isEmpty()) {
            paper.words(c.text(), x, width, TEXT, DARK);
        }
        String answers = c.answers().stream().map(a -> CommentSheet.inWords(a) + " (" + when(a.at()) + ")")
                .collect(Collectors.joining("\n"));
        if (!answers.isEmpty()) {
            paper.words(answers, x + 8, width - 8, 9, QUIET - 0.15f);
        }
        if (picture.isPresent() && sheets == paper.document().getNumberOfPages() && paper.y() > top - HIGH) {
            paper.down(paper.y() - (top - HIGH));
        }
    }

    private String facts(CommentView c) {
        int more = c.with().pictures().size();
        return "No. " + c.id() + (c.on().revision() == null ? "" : ", revision " + c.on().revision())
                + (c.on().place() == null ? ", in general" : ", page " + c.on().place().page()) + "\n" + c.by().name() + ", "
                + c.by().firm() + ", " + when(c.by().at()) + "\n" + c.stage().name().toLowerCase(Locale.ROOT)
                + (c.asked() == null ? "" : ", for " + c.asked().name() + (c.asked().due() == null ? "" : " by " + c.asked().due()))
                + (c.with().before() == null ? "" : ", holds back " + c.with().before() + (c.with().before() > 1 ? " and better" : ""))
                + (more == 0 ? "" : more == 1 ? ", with a picture in Pervius" : ", with " + more + " pictures in Pervius");
    }
}
