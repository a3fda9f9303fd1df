package app.pervius.server.demo;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.core.comment.Shape;
import app.pervius.server.access.Accounts;
import app.pervius.server.comments.Comments;
import app.pervius.server.passages.Passages;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What reviewers have said of the stilling basin, at places of its plan. */
@Component
@Profile("demo")
class KestrelWeirComments {

    private final Comments comments;
    private final Passages passages;
    private final Accounts accounts;

    KestrelWeirComments(Comments comments, Passages passages, Accounts accounts) {
        this.comments = comments;
        this.passages = passages;
        this.accounts = accounts;
    }

    /** Says it of the first file of a submission. */
    void tell(StoryActs.Cast cast, long submission) {
        long plan = passages.ofSubmission(submission, 1).getFirst().id();
        say(cast, plan, "Henrike Solvangen", Shape.CLOUD, "The end sill is 400 mm lower here than in the calculation.",
                new Point(520, 420), new Point(640, 350));
        say(cast, plan, "Henrike Solvangen", Shape.ARROW, "Which joint is this? It has no mark in the section.", new Point(330, 560),
                new Point(410, 500));
        say(cast, plan, "Kwabena Adofori", Shape.BOX, "Give the chainage of both ends.", new Point(220, 330), new Point(320, 280));
    }

    private void say(StoryActs.Cast cast, long passage, String person, Shape shape, String text, Point... points) {
        comments.say(passage, "story " + passage + shape, Comments.Wanted.at(new Place(1, shape, List.of(points),
                Optional.empty()), text),
                accounts.ofPerson(Objects.requireNonNull(cast.persons().get(person), person)).orElseThrow());
    }
}
