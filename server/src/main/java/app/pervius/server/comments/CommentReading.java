package app.pervius.server.comments;

import app.pervius.core.comment.Comment;
import app.pervius.core.comment.Reader;
import app.pervius.core.comment.Side;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Drawn;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.DrawingTogether;
import app.pervius.server.reviews.ReviewAccess;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Who looks at the comments of a passage, and what each comment is to him. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class CommentReading {

    private final Passages passages;
    private final ReviewAccess reviews;
    private final DrawingTogether drawing;
    private final People people;

    CommentReading(Passages passages, ReviewAccess reviews, DrawingTogether drawing, People people) {
        this.passages = passages;
        this.reviews = reviews;
        this.drawing = drawing;
        this.people = people;
    }

    /** A passage as somebody looks at it. */
    record Seen(Passages.PassageView passage, Reader by) {

        /** Whether the author's firm reads what the reviewing side has said. */
        boolean released() {
            return passage.at().state() == Passages.State.DONE;
        }

        Comment comment(SheetComment row, boolean answered) {
            return new Comment(new PersonId(row.authorId), row.side, row.stage, answered, released(),
                    released() && row.madeAt.isBefore(passage.at().since()), row.asDrawn());
        }
    }

    /** @throws Refused where the passage is none of the actor's business */
    Seen see(long passage, Actor actor) {
        Passages.PassageView view = passages.passage(passage);
        if (!actor.maySee(view.project(), view.from().authorFirm())) {
            throw Refused.notFound("passage");
        }
        boolean inside = reviews.readsAsSaid(view, actor);
        return new Seen(view, new Reader(new PersonId(actor.person(view.project())), inside ? Side.REVIEWING : Side.SENDING,
                inside && drawing.mayDraw(passage, actor)));
    }

    /** Refuses to ask somebody who could not read what is asked. */
    void mustRead(Passages.PassageView passage, Side side, long person) {
        long project = passage.project();
        if (!people.maySee(project, person, passage.from().authorFirm())) {
            throw Refused.invalid("asked", people.isMember(project, person) ? people.person(person).name() + " may not see this file."
                    : "There is no such person in the project.");
        }
        if (side == Side.REVIEWING && passage.at().state() != Passages.State.DONE && !reviews(passage, person)) {
            throw Refused.invalid("asked", people.person(person).name()
                    + " is not on the reviewing side, and reads comments only once they are released.");
        }
    }

    /** What a person of the project reads of a comment now; empty where that is nothing. */
    Optional<String> words(SheetComment row, Passages.PassageView passage, long person) {
        if (!people.maySee(passage.project(), person, passage.from().authorFirm())) {
            return Optional.empty();
        }
        if (row.side == Side.SENDING || reviews(passage, person)) {
            return Optional.of(row.text);
        }
        return passage.at().state() == Passages.State.DONE && !(row.asDrawn() instanceof Drawn.Dropped)
                ? Optional.of(row.asDrawn().released(row.text)) : Optional.empty();
    }

    private boolean reviews(Passages.PassageView passage, long person) {
        long project = passage.project();
        long firm = passage.from().authorFirm();
        return people.controllers(project).stream().anyMatch(c -> c.id() == person) || people.reviewingSide(project, firm).stream()
                .anyMatch(h -> h.person().value() == person && h.firm().value() != firm);
    }
}
