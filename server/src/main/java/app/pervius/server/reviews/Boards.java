package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.Answer;
import app.pervius.core.review.Board;
import app.pervius.core.review.Route;
import app.pervius.server.projects.Projects;
import app.pervius.server.routes.Routes;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The core's view of reviews, from their rows. */
@Component
public class Boards {

    private final Routes routes;
    private final Projects projects;
    private final ReviewFiles files;
    private final Seats seats;
    private final AnswerRepository answers;

    Boards(Routes routes, Projects projects, ReviewFiles files, Seats seats, AnswerRepository answers) {
        this.routes = routes;
        this.projects = projects;
        this.files = files;
        this.seats = seats;
        this.answers = answers;
    }

    public Route route(Review review) {
        return routes.edition(review.projectId, review.routeKey, review.routeEdition);
    }

    /** The core's view of a review where it is now. */
    public Board board(Review review, Route route) {
        return board(review, route, projects.settings(review.projectId).decisionCodes(), files.live(review.id()), seats.in(review),
                answers.findByReviewIdAndTurnOrderById(review.id(), review.turn));
    }

    /** The same from rows that were read already: its files under way, and the seats and answers of its turn. */
    public static Board board(Review review, Route route, List<DecisionCode> codes, List<ReviewFiles.InReview> live,
            List<ReviewSeat> sitting,
            List<ReviewAnswer> said) {
        Map<PassageId, List<Answer>> given = said.stream()
                .collect(Collectors.groupingBy(a -> new PassageId(a.passageId), Collectors.mapping(Boards::core, Collectors.toList())));
        Board.Phase phase = switch (review.state) {
            case FORMING, OPEN -> Board.Phase.AT_STEP;
            case RELEASING -> Board.Phase.RELEASING;
            case CLOSED, TAKEN_BACK, STOPPED -> Board.Phase.OVER;
        };
        return new Board(route, phase, review.turn, review.step, live.stream().map(ReviewFiles.InReview::file).toList(),
                Seats.core(sitting), given,
                codes);
    }

    static Answer core(ReviewAnswer a) {
        return new Answer(Optional.ofNullable(a.seatId).map(PersonId::new),
                Optional.ofNullable(a.personId).map(PersonId::new), Optional.ofNullable(a.insteadOf).map(PersonId::new), a.code,
                a.comment);
    }
}
