package app.pervius.server.reviews;

import app.pervius.core.passage.Entry;
import app.pervius.core.review.Acting;
import app.pervius.core.review.Board;
import app.pervius.core.review.Part;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.Moves;
import app.pervius.server.refused.Refused;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The comments of a review are drawn together before its author reads them, and released. */
@Service
@Transactional
public class DrawingTogether {

    private final Acts acts;
    private final ReviewRepository reviews;
    private final ReviewAccess access;
    private final ReviewFiles files;
    private final AnswerRepository answers;
    private final Parting parting;
    private final Moves moves;
    private final ReviewTelling telling;
    private final ReviewNews news;

    DrawingTogether(Acts acts, ReviewRepository reviews, ReviewAccess access, ReviewFiles files, AnswerRepository answers,
            Parting parting, Moves moves, ReviewTelling telling, ReviewNews news) {
        this.acts = acts;
        this.reviews = reviews;
        this.access = access;
        this.files = files;
        this.answers = answers;
        this.parting = parting;
        this.moves = moves;
        this.telling = telling;
        this.news = news;
    }

    /** The lead has drawn the comments together: the author gets decisions and comments. */
    public void release(long id, int turn, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        Review review = at.review();
        List<Part> parts = acts.closed(at, turn, at.board().release(turn, at.acting()));
        for (Board.File file : at.board().files()) {
            moves.note(file.passage().value(), Entry.Kind.AMONG_REVIEWERS, Journal.by(actor, review.projectId),
                    "Comments drawn together and released.");
        }
        telling.happens(review, Occasion.RELEASED, "released " + review.id() + " turn " + turn, "", List.of());
        parting.part(review, at.route(), parts);
    }

    /** What the lead, or in a route without one whoever may close the last step, makes of a comment before its author reads it. */
    public void draw(long id, long answer, ReviewAnswer.DrawnAs as, String text, Actor actor) {
        Acts.Opened at = acts.open(id, actor);
        Review review = at.review();
        ReviewAnswer row = answers.findById(answer).filter(a -> at.board().files().stream()
                .anyMatch(f -> f.passage().value() == a.passageId))
                .orElseThrow(() -> Refused.notFound("comment"));
        if (!mayDraw(at.board(), at.acting())) {
            throw Refused.forbidden("Comments are drawn together by the lead, or by those who close the last step.");
        }
        if (as == ReviewAnswer.DrawnAs.REWORDED && text.isBlank()) {
            throw Refused.invalid("text", "Say it in other words, or drop it.");
        }
        row.drawn = as;
        row.drawnText = as == ReviewAnswer.DrawnAs.REWORDED ? text.strip() : null;
        row.drawnBy = actor.person(review.projectId);
        news.changed(review);
    }

    /** The passages of a review, for the reviewing side. */
    @Transactional(readOnly = true)
    public List<Long> passages(long review, Actor actor) {
        access.mustSee(reviews.findById(review), actor);
        return files.of(review).stream().map(ReviewFiles.InReview::passage).toList();
    }

    /** Whether somebody draws the comments on a passage together now. */
    @Transactional(readOnly = true)
    public boolean mayDraw(long passage, Actor actor) {
        return reviews.ofPassage(passage).filter(r -> r.state.live() && access.sees(r, actor)).map(r -> acts.opened(r, actor))
                .filter(at -> mayDraw(at.board(), at.acting())).isPresent();
    }

    /** Whether somebody draws the comments of a review together. */
    public static boolean mayDraw(Board board, Acting acting) {
        return board.seatOf(acting).isPresent() && (board.phase() == Board.Phase.RELEASING
                || board.phase() == Board.Phase.AT_STEP && board.route().lead().isEmpty() && board.step() == board.route().steps()
                .size() - 1);
    }
}
