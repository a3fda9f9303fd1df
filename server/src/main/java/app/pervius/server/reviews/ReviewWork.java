package app.pervius.server.reviews;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.review.ReviewFacts;
import app.pervius.core.review.ReviewStation;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
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
    private final People people;
    private final Projects projects;
    private final Messages messages;

    ReviewWork(Rules rules, Routes routes, Reviews reviews, People people, Projects projects, Messages messages) {
        this.rules = rules;
        this.routes = routes;
        this.reviews = reviews;
        this.people = people;
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
        return ReviewStation.decide(new ReviewFacts(passage.decision().map(digit -> DecisionCode.of(digit, codes)),
                passage.route().or(() -> rule(passage).flatMap(HandlingRule::route)).flatMap(key -> routes.inForce(passage.project(), key)),
                new PersonId(passage.author()), new FirmId(passage.authorFirm()), people::holders, people::roleName));
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<ReviewStation.Join> effects) {
        for (ReviewStation.Join join : effects) {
            reviews.join(passage, join.route());
            rule(passage).ifPresent(rule -> messages.tell(people.who(rule.tell().on(Occasion.ARRIVED), passage.author()), Occasion.ARRIVED,
                    new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(), passage.ruleInWords()),
                    passage.originalName() + ", on route “" + join.route().name() + "”"));
        }
        return List.of();
    }

    private Optional<HandlingRule> rule(PassageFacts passage) {
        return passage.rule().map(by -> rules.edition(by.rule(), by.edition()));
    }
}
