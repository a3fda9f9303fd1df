package app.pervius.server.reviews;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.review.ReviewFacts;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.review.ReviewStation;
import app.pervius.core.rules.Handling;
import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.RuleVoices;
import app.pervius.server.passages.StationWork;
import app.pervius.server.projects.Projects;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

@Component
class ReviewWork implements StationWork<ReviewStation.Join> {

    private final Routes routes;
    private final Reviews reviews;
    private final Seats seats;
    private final Projects projects;
    private final RuleVoices voices;

    ReviewWork(Routes routes, Reviews reviews, Seats seats, Projects projects, RuleVoices voices) {
        this.routes = routes;
        this.reviews = reviews;
        this.seats = seats;
        this.projects = projects;
        this.voices = voices;
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
                passage.route().or(() -> passage.handling().map(Handling::review).flatMap(ReviewPlan::route)).flatMap(key -> routes.inForce(passage.project(), key)),
                passage.cycle(), passage.reviewFrom(), seats.facts(passage.project(), passage.author(), passage.authorFirm(), passage.values())));
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<ReviewStation.Join> effects) {
        // It arrives once, however often it comes to review.
        boolean arrives = reviews.of(passage.id()).isEmpty();
        for (ReviewStation.Join join : effects) {
            reviews.join(passage, join);
            if (!arrives) {
                continue;
            }
            Messages.About about = new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(), passage.ruleInWords());
            String detail = passage.originalName() + ", on route “" + join.route().name() + "”";
            voices.speak(passage, Occasion.ARRIVED, Map.of(), detail, reviews.watchers(passage.id()).persons());
            reviews.tellWatchers(passage.id(), Occasion.ARRIVED, about, detail);
        }
        if (effects.isEmpty() && passage.decision().isEmpty()) {
            voices.speak(passage, Occasion.ARRIVED, Map.of(), passage.originalName(), List.of());
        }
        return List.of();
    }
}
