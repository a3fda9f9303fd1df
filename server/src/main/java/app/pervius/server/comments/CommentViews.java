package app.pervius.server.comments;

import app.pervius.core.comment.Comment;
import app.pervius.core.comment.Side;
import app.pervius.core.comment.Stage;
import app.pervius.core.review.Drawn;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.reviews.ReviewAnswer;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Comments as somebody may read them. */
@Service
@Transactional(readOnly = true)
class CommentViews {

    /** What the reviewing side knows of a comment beside its words. */
    record CommentDrawing(ReviewAnswer.@Nullable DrawnAs as, @Nullable String text, @Nullable String by, @Nullable Long into) {
    }

    /** Who is to answer, and by when. */
    record CommentAsked(long person, String name, @Nullable LocalDate due) {
    }

    record CommentAnswer(String person, SheetAnswer.Kind kind, String text, boolean inside, Instant at) {
    }

    /** What the caller may do with it now. */
    record CommentMay(boolean change, boolean answer, boolean close, boolean draw) {
    }

    /**
     * Where and of what it was said.
     *
     * @param revision of the document on which it was said; absent before it had one
     * @param cycle how often its document had come by then
     * @param carried whether that was an earlier one
     */
    record CommentOn(long passage, @Nullable String revision, int cycle, boolean carried, @Nullable CommentPlace place) {
    }

    /** Who said it; {@code own} where that is the caller. */
    record CommentBy(long person, String name, String firm, boolean own, Side side, Instant at, Instant changedAt) {
    }

    /** A picture, and how large it is in pixels. */
    record CommentImage(long id, int width, int height) {
    }

    /**
     * What goes with its words.
     *
     * @param before the worst decision code that is not given while it is open
     */
    record CommentWith(@Nullable Integer before, List<CommentImage> pictures) {
    }

    /** @param released whether the author's firm reads it */
    record CommentView(long id, CommentOn on, CommentBy by, String text, CommentWith with, @Nullable CommentDrawing drawing, Stage stage,
            boolean released,
            @Nullable CommentAsked asked, List<CommentAnswer> answers, CommentMay may, int version) {
    }

    /**
     * What was said of a revision.
     *
     * @param side on which the caller stands, and what he says with him
     * @param released whether the author's firm reads at once what the reviewing side says
     */
    record CommentsView(Side side, boolean released, List<CommentView> comments) {
    }

    /** Something the caller is asked; where it is answered. */
    record AskedOfMe(long comment, long project, long passage, String what, String by, String text, @Nullable LocalDate due) {
    }

    private static final int MOST_ASKED = 200;

    private final SheetCommentRepository comments;
    private final SheetAnswerRepository answers;
    private final CommentReading reading;
    private final Pictures pictures;
    private final Passages passages;
    private final People people;

    CommentViews(SheetCommentRepository comments, SheetAnswerRepository answers, CommentReading reading, Pictures pictures,
            Passages passages, People people) {
        this.comments = comments;
        this.answers = answers;
        this.reading = reading;
        this.pictures = pictures;
        this.passages = passages;
        this.people = people;
    }

    /** What was said of a revision, to one who stands on a side of it. */
    CommentsView view(long passage, Actor actor) {
        CommentReading.Seen at = reading.see(passage, actor);
        return new CommentsView(at.by().side(), at.released(), of(passage, actor));
    }

    /** What was said of a revision, and what is still open of the document's earlier ones, in the order it was said. */
    List<CommentView> of(long passage, Actor actor) {
        Map<Long, CommentReading.Seen> seen = new LinkedHashMap<>();
        passages.before(passage).stream().filter(p -> actor.maySee(p.project(), p.from().authorFirm()))
                .forEach(p -> seen.put(p.id(), reading.see(p.id(), actor)));
        seen.put(passage, reading.see(passage, actor));
        List<SheetComment> rows = comments.findByPassageIdInAndTakenBackFalseOrderById(seen.keySet()).stream()
                .filter(row -> row.passageId == passage || row.stage != Stage.CLOSED && !(row.asDrawn() instanceof Drawn.Dropped))
                .toList();
        Map<Long, List<SheetAnswer>> said = answersTo(rows);
        Map<Long, List<CommentPicture>> seenWith = pictures.of(rows.stream().map(SheetComment::id).toList());
        List<CommentView> views = new ArrayList<>();
        for (SheetComment row : rows) {
            CommentReading.Seen at = Objects.requireNonNull(seen.get(row.passageId));
            List<SheetAnswer> its = said.getOrDefault(row.id(), List.of());
            Comment comment = at.comment(row, its.stream().anyMatch(a -> !a.text.isEmpty() || a.kind == SheetAnswer.Kind.DONE));
            if (comment.readBy(at.by())) {
                CommentWith with = new CommentWith(row.beforeCode, seenWith.getOrDefault(row.id(), List.of()).stream()
                        .map(p -> new CommentImage(p.id(), p.width, p.height)).toList());
                views.add(view(row, with, its, at, comment, row.passageId != passage));
            }
        }
        return views;
    }

    /** Refuses whoever may not see a passage; gives who the actor is in its project. */
    long mustRead(long passage, Actor actor) {
        return reading.see(passage, actor).by().person().value();
    }

    private Map<Long, List<SheetAnswer>> answersTo(Collection<SheetComment> rows) {
        return rows.isEmpty() ? Map.of() : answers.findByCommentIdInOrderById(rows.stream().map(SheetComment::id).toList()).stream()
                .collect(Collectors.groupingBy(a -> a.commentId));
    }

    private CommentView view(SheetComment row, CommentWith with, List<SheetAnswer> its, CommentReading.Seen at, Comment comment,
            boolean carried) {
        People.PersonView author = people.person(row.authorId);
        boolean inside = at.by().side() == Side.REVIEWING;
        CommentOn on = new CommentOn(row.passageId, at.passage().names().revision(), at.passage().cycle(), carried,
                row.place().map(CommentPlace::of)
                .orElse(null));
        CommentBy by = new CommentBy(row.authorId, author.name(), author.firmCode(), row.authorId == at.by().person().value(), row.side,
                row.madeAt, row.changedAt);
        CommentMay may = new CommentMay(comment.change(at.by()).isEmpty(), comment.answer().isEmpty(),
                comment.close(at.by(), row.stage != Stage.CLOSED).isEmpty(), comment.draw(at.by()).isEmpty());
        boolean released = comment.released() && !(row.asDrawn() instanceof Drawn.Dropped) || row.side == Side.SENDING;
        return new CommentView(row.id(), on, by, comment.read(row.text, at.by()), with, inside ? drawing(row) : null, row.stage, released,
                row.askedId == null ? null : new CommentAsked(row.askedId, people.person(row.askedId).name(), row.due),
                its.stream().filter(a -> inside || !a.inside).map(a -> new CommentAnswer(people.person(a.personId).name(), a.kind, a.text,
                        a.inside, a.givenAt)).toList(), may, row.version);
    }

    private @Nullable CommentDrawing drawing(SheetComment row) {
        return row.drawn == null ? null : new CommentDrawing(row.drawn, row.drawnText,
                row.drawnBy == null ? null : people.person(row.drawnBy).name(), row.joinedInto);
    }

    /** What the caller is asked in all projects and has not answered, the earliest date first. */
    List<AskedOfMe> askedOf(Actor actor) {
        List<AskedOfMe> asked = new ArrayList<>();
        for (SheetComment row : comments.findByAskedIdInAndStageAndTakenBackFalseOrderByDueAscIdAsc(actor.persons(), Stage.OPEN,
                Limit.of(MOST_ASKED))) {
            Passages.PassageView passage = passages.passage(row.passageId);
            if (actor.maySee(row.projectId, passage.from().authorFirm())) {
                CommentReading.Seen at = reading.see(row.passageId, actor);
                Comment comment = at.comment(row, false);
                if (comment.readBy(at.by())) {
                    asked.add(new AskedOfMe(row.id(), row.projectId, row.passageId, passage.inWords(), people.person(row.authorId).name(),
                            comment.read(row.text, at.by()), row.due));
                }
            }
        }
        return asked;
    }
}
