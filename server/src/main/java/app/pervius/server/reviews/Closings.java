package app.pervius.server.reviews;

import app.pervius.core.passage.Entry;
import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.review.Answer;
import app.pervius.core.review.Board;
import app.pervius.core.review.Part;
import app.pervius.core.review.Route;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.Moves;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The closing of a step: who closed it, what is written on its files, and how they go on. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class Closings {

    private final ClosingRepository closings;
    private final Parting parting;
    private final Moves moves;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;

    Closings(ClosingRepository closings, Parting parting, Moves moves, People people, Projects projects, InstantSource clock) {
        this.closings = closings;
        this.parting = parting;
        this.moves = moves;
        this.people = people;
        this.projects = projects;
        this.clock = clock;
    }

    void goOn(Review review, Route route, Board board, List<Part> parts, Journal.Actor by, @Nullable Long person) {
        ReviewClosing closing = new ReviewClosing();
        closing.reviewId = review.id();
        closing.turn = review.turn;
        closing.step = review.step;
        closing.personId = person;
        closing.closedAt = clock.instant();
        closings.save(closing);
        var staying = parts.stream().filter(Part.Stays.class::isInstance).flatMap(p -> ((Part.Stays) p).board().files().stream())
                .map(Board.File::passage).collect(Collectors.toSet());
        List<DecisionCode> codes = projects.settings(review.projectId).decisionCodes();
        moves.note(board.files().stream().map(Board.File::passage).filter(p -> !staying.contains(p)).collect(Collectors.toMap(
                PassageId::value, p -> account(route, review, board, p, codes))), Entry.Kind.STEP_CLOSED, by);
        parting.part(review, route, parts);
    }

    private String account(Route route, Review review, Board board, PassageId passage, List<DecisionCode> codes) {
        return route.steps().get(review.step).name() + " closed" + board.decision(passage)
                .map(code -> ": " + code + ", " + DecisionCode.of(code, codes).name()).orElse(" without an answer")
                + board.answersTo(passage).stream().map(a -> " (" + who(a) + ": " + a.code() + ", " + DecisionCode.of(a.code(), codes)
                        .name() + (a.comment().isEmpty() ? "" : ": " + a.comment()) + ")").collect(Collectors.joining());
    }

    private String who(Answer answer) {
        String by = answer.by().map(p -> people.person(p.value()).name()).orElse("nobody");
        return answer.instead().map(other -> by + " for " + people.person(other.value()).name()).orElse(by);
    }
}
