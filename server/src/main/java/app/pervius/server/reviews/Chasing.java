package app.pervius.server.reviews;

import app.pervius.core.review.Chase;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.tell.Occasion;
import app.pervius.server.due.Look;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Looks after late steps: reminds, escalates and, where the route says so, takes silence for an answer; each once for a step, whatever
 * crashes.
 */
@Component
class Chasing implements Look {

    private static final Logger LOG = LoggerFactory.getLogger(Chasing.class);
    private static final int AT_A_TIME = 100;

    private final ReviewRepository reviews;
    private final Reviews flow;
    private final Deciding deciding;
    private final Seats seats;
    private final People people;
    private final Projects projects;
    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final InstantSource clock;

    Chasing(ReviewRepository reviews, Reviews flow, Deciding deciding, Seats seats, People people, Projects projects,
            JdbcClient jdbc, TransactionTemplate transaction, InstantSource clock) {
        this.reviews = reviews;
        this.flow = flow;
        this.deciding = deciding;
        this.seats = seats;
        this.people = people;
        this.projects = projects;
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.clock = clock;
    }

    @Override
    public String key() {
        return "late-reviews";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(20);
    }

    /** Does what is due for every review; one that cannot be looked after is left for the next time and holds up no other. */
    @Override
    public void look() {
        for (Review due : reviews.toChase(ReviewState.OPEN, clock.instant(), Limit.of(AT_A_TIME))) {
            try {
                transaction.executeWithoutResult(status -> reviews.locked(due.id()).ifPresent(this::chase));
            } catch (RuntimeException e) {
                LOG.warn("review {} could not be looked after; it is tried again", due.id(), e);
            }
        }
    }

    /**
     * What will be done for a review's step while nobody answers.
     *
     * @param whom who will be told; nobody where silence itself answers
     * @param code the code that silence counts as, where it counts
     */
    record Foreseen(Chase.Kind kind, Instant at, List<String> whom, @Nullable Integer code) {
    }

    /** What will be sent to whom and when, if nothing happens meanwhile, in that order; nothing for a review that is not at a step. */
    List<Foreseen> foreseen(Review review) {
        if (review.state != ReviewState.OPEN || review.due == null) {
            return List.of();
        }
        Step step = flow.route(review).steps().get(review.step);
        Set<String> owing = seats.toTell(review, unanswered(review)).stream().map(p -> people.person(p).name())
                .collect(Collectors.toCollection(TreeSet::new));
        return step.chase().left(review.due, projects.settings(review.projectId).calendar(), done(review)).stream()
                .map(n -> switch (n.kind()) {
            case REMIND_BEFORE, REMIND_AFTER -> new Foreseen(n.kind(), n.at(), List.copyOf(owing), null);
            case ESCALATE -> new Foreseen(n.kind(), n.at(), escalatedTo(step).stream().map(p -> people.person(p).name()).sorted().toList(),
                    null);
            case SILENCE -> new Foreseen(n.kind(), n.at(), List.of(), step.chase()
                    .silence() instanceof Chase.Silence.CountsAs(int code, int days) ? code : null);
        }).toList();
    }

    private Set<Long> escalatedTo(Step step) {
        return step.chase().escalateTo().stream().flatMap(role -> people.holders(role).stream()).map(h -> h.person().value())
                .collect(Collectors.toSet());
    }

    /** What was done for a step counts for a review split off from it as well. */
    void copy(Review from, Review to) {
        jdbc.sql("insert into review_chase (review_id, turn, kind, at) select ?, turn, kind, at from review_chase where review_id = ? "
                + "and turn = ?")
                .params(to.id(), from.id(), from.turn).update();
    }

    private void chase(Review review) {
        if (review.state != ReviewState.OPEN || review.due == null || review.nextChase == null
                || review.nextChase.isAfter(clock.instant())) {
            return;
        }
        Route route = flow.route(review);
        Step step = route.steps().get(review.step);
        Set<Chase.Kind> done = done(review);
        var calendar = projects.settings(review.projectId).calendar();
        int turn = review.turn;
        step.chase().next(review.due, calendar, done).filter(n -> !n.at().isAfter(clock.instant())).ifPresent(next -> {
            jdbc.sql("insert into review_chase (review_id, turn, kind, at) values (?, ?, ?, ?)")
                    .params(review.id(), turn, next.kind().name(), clock.instant().atOffset(ZoneOffset.UTC)).update();
            done.add(next.kind());
            carryOut(review, route, step, next.kind());
        });
        if (review.state == ReviewState.OPEN && review.turn == turn && review.due != null) {
            review.nextChase = step.chase().next(review.due, calendar, done).map(Chase.Next::at).orElse(null);
            reviews.save(review);
        }
    }

    private void carryOut(Review review, Route route, Step step, Chase.Kind kind) {
        String run = kind + " " + review.id() + " turn " + review.turn;
        switch (kind) {
            case REMIND_BEFORE, REMIND_AFTER -> flow.tell(review, unanswered(review), Occasion.REMINDED, run, "");
            case ESCALATE -> {
                String with = seats.inWords(review, unanswered(review));
                flow.tell(review, escalatedTo(step),
                        Occasion.ESCALATED, run, "\nAt “" + step.name() + "”, with " + with + ".");
            }
            case SILENCE -> deciding.silence(review);
        }
    }

    /** Those who still owe an answer for a file. */
    private List<ReviewSeat> unanswered(Review review) {
        var board = flow.board(review, flow.route(review));
        List<ReviewSeat> owing = seats.in(review).stream().filter(seat -> board.files().stream()
                .anyMatch(f -> board.decision(f.passage()).isEmpty()
                && board.answersTo(f.passage()).stream().noneMatch(a -> a.seat().filter(p -> p.value() == seat.personId).isPresent())))
                .toList();
        return owing.isEmpty() ? seats.in(review) : owing;
    }

    private Set<Chase.Kind> done(Review review) {
        Collection<String> kinds = jdbc.sql("select kind from review_chase where review_id = ? and turn = ?")
                .params(review.id(), review.turn).query(String.class).list();
        Set<Chase.Kind> done = EnumSet.noneOf(Chase.Kind.class);
        kinds.stream().filter(Objects::nonNull).map(Chase.Kind::valueOf).forEach(done::add);
        return done;
    }
}
