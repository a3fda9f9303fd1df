package app.pervius.server.reviews;

import app.pervius.core.passage.Decision;
import app.pervius.core.passage.Entry;
import app.pervius.core.passage.Holder;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.review.Ending;
import app.pervius.core.review.Route;
import app.pervius.core.tell.Occasion;
import app.pervius.server.due.Due;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.Happened;
import app.pervius.server.passages.Moves;
import app.pervius.server.projects.Projects;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What reviews came to, on its way to the files. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
public class Outcomes {

    private final ReviewRepository reviews;
    private final Reviews flow;
    private final Due due;
    private final ReviewFiles files;
    private final Moves moves;
    private final Projects projects;
    private final Engine engine;
    private final ApplicationEventPublisher events;
    private final int together;

    Outcomes(ReviewRepository reviews, Reviews flow, Due due, ReviewFiles files, Moves moves, Projects projects, Engine engine,
            ApplicationEventPublisher events, @Value("${pervius.review.passed-on-together}") int together) {
        this.reviews = reviews;
        this.flow = flow;
        this.files = files;
        this.moves = moves;
        this.projects = projects;
        this.engine = engine;
        this.events = events;
        this.due = due;
        this.together = together;
    }

    /**
     * Gives decided passages their decisions, unless they have to wait for others of their review. Of many some in this transaction, and
     * the others soon after it, some at a time (see {@link PassingOn}): each of them holds up whoever else writes.
     */
    public void passOn(Review review, Route route) {
        List<Review> family = route.filesGoAlone() ? List.of(review) : reviews.findByFamilyIdOrderById(review.familyId);
        review.passingOn = false;
        boolean held = !route.filesGoAlone() && family.stream().anyMatch(r -> r.state.live());
        List<ReviewFiles.InReview> over = files.of(family.stream().map(Review::id).toList()).values().stream().flatMap(List::stream)
                .filter(f -> f.over() != null && f.ending().isPresent() && !f.passedOn()).toList();
        if (held) {
            moves.heldBy(over.stream().map(ReviewFiles.InReview::passage).toList(), new Holder.UntilOthers(),
                    family.stream().map(r -> r.due).filter(Objects::nonNull).max(Comparator.naturalOrder()).orElse(null),
                    "the other files of its review");
            return;
        }
        List<DecisionCode> codes = projects.settings(review.projectId).decisionCodes();
        List<ReviewFiles.InReview> now = over.stream().limit(together).toList();
        Map<Long, String> accounts = now.stream().collect(Collectors.toMap(ReviewFiles.InReview::passage,
                f -> account(f.passage(), DecisionCode.of(f.ending().orElseThrow().code(), codes))));
        moves.note(accounts, Entry.Kind.RELEASED, Journal.Actor.PERVIUS);
        now.forEach(file -> {
            Ending ending = file.ending().orElseThrow();
            moves.decided(file.passage(), new Decision(ending.code(), ending.toAuthor(),
                    Optional.ofNullable(route.completion().statusCodes().get(ending.code()))),
                    new FieldValues(route.completion().values()));
            files.passedOn(file.review(), file.passage());
            events.publishEvent(new Happened(List.of(file.passage()), Occasion.DECIDED, "decided " + review.id(),
                    Objects.requireNonNull(accounts.get(file.passage()))));
        });
        review.passingOn = over.size() > together;
        if (review.passingOn) {
            due.by(PassingOn.KEY, Instant.EPOCH);
        }
        if (!over.isEmpty()) {
            engine.wake(review.submissionId);
        }
    }

    private String account(long passage, DecisionCode code) {
        return "Decision: " + code.digit() + ", " + code.name() + "." + flow.released(passage).stream().filter(s -> !s.comment().isEmpty())
                .map(s -> "\n" + s.stepName() + ", " + s.person() + ": " + s.comment()).collect(Collectors.joining())
                + flow.of(passage).onSheetInWords();
    }
}
