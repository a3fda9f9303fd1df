package app.pervius.server.reviews;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.ReviewFacts;
import app.pervius.core.review.ReviewStation;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

@Component
class ReviewWork implements StationWork<ReviewStation.Join> {

    private final Rules rules;
    private final Routes routes;
    private final Reviews reviews;
    private final Seats seats;
    private final People people;
    private final Matrices matrices;
    private final Projects projects;
    private final Messages messages;

    ReviewWork(Rules rules, Routes routes, Reviews reviews, Seats seats, People people, Matrices matrices, Projects projects, Messages messages) {
        this.rules = rules;
        this.routes = routes;
        this.reviews = reviews;
        this.seats = seats;
        this.people = people;
        this.matrices = matrices;
        this.projects = projects;
        this.messages = messages;
    }

    @Override
    public Station station() {
        return Station.REVIEW;
    }

    @Override
    public Outcome<ReviewStation.Join> decide(PassageFacts passage) {
        List<DecisionCode> codes = projects.settings(passage.project()).decisionCodes();
        return ReviewStation.decide(new ReviewFacts(passage.decision().map(decided -> DecisionCode.of(decided.code(), codes)),
                passage.route().or(() -> rule(passage).flatMap(HandlingRule::route)).flatMap(key -> routes.inForce(passage.project(), key)),
                passage.cycle(), passage.reviewFrom(), seats.facts(passage.project(), passage.author(), passage.authorFirm(), passage.values())));
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<ReviewStation.Join> effects) {
        for (ReviewStation.Join join : effects) {
            reviews.join(passage, join);
            Messages.About about = new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(), passage.ruleInWords());
            String detail = passage.originalName() + ", on route “" + join.route().name() + "”";
            rule(passage).ifPresent(rule -> messages.tell(people.who(rule.tell().on(Occasion.ARRIVED), passage.author(),
                    () -> matrices.of(passage.project()).of(passage.values(), Matrix.Duty.TOLD)), Occasion.ARRIVED, about, detail));
            reviews.tellWatchers(passage.id(), Occasion.ARRIVED, about, detail);
        }
        return List.of();
    }

    private Optional<HandlingRule> rule(PassageFacts passage) {
        return passage.rule().map(by -> rules.edition(by.rule(), by.edition()));
    }
}
