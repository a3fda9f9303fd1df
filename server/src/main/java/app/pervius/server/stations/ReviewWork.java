package app.pervius.server.stations;

import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Notice;
import app.pervius.core.passage.Notice.Whom;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.review.ReviewFacts;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.review.ReviewStation;
import app.pervius.core.rules.Handling;
import app.pervius.core.tell.Occasion;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Forming;
import app.pervius.server.reviews.Seats;
import app.pervius.server.routes.Routes;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

@Component
class ReviewWork implements StationWork<ReviewStation.Join> {

    private final Routes routes;
    private final Forming forming;
    private final Seats seats;
    private final Projects projects;

    ReviewWork(Routes routes, Forming forming, Seats seats, Projects projects) {
        this.routes = routes;
        this.forming = forming;
        this.seats = seats;
        this.projects = projects;
    }

    @Override
    public Station station() {
        return Station.REVIEW;
    }

    @Override
    public Outcome<ReviewStation.Join> decide(PassageFacts passage, Books books) {
        List<DecisionCode> codes = projects.settings(passage.project()).decisionCodes();
        return ReviewStation.decide(new ReviewFacts(passage.decision().map(decided -> DecisionCode.of(decided.code(), codes)),
                passage.route().isEmpty() && passage.handling().filter(handling -> handling.review().route().isEmpty()).isPresent(),
                passage.route().or(() -> passage.handling().map(Handling::review).flatMap(ReviewPlan::route))
                .flatMap(key -> routes.inForce(passage.project(), key)),
                passage.cycle(), passage.reviewFrom(), seats.facts(passage.project(), passage.author(), passage.authorFirm(),
                        passage.values())));
    }

    /** It arrives once, however often it comes to review; where nobody reviews it, when it passes. */
    @Override
    public Follow follow(PassageFacts passage, List<ReviewStation.Join> effects, Books books) {
        boolean arrives = passage.decision().isEmpty() && !books.reviewed(passage).begun();
        if (!arrives) {
            return Follow.NOTHING;
        }
        String text = passage.originalName() + effects.stream().map(join -> ", on route “" + join.route().name() + "”")
                .collect(Collectors.joining());
        return new Follow(List.of(), List.of(new Notice(Occasion.ARRIVED, Set.of(Whom.NAMED_BY_RULES, Whom.WATCHERS), text, Map.of())));
    }

    @Override
    public void carryOut(PassageFacts passage, List<ReviewStation.Join> effects) {
        effects.forEach(join -> forming.join(passage, join));
    }
}
