package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.review.Board;
import app.pervius.core.review.Ending;
import app.pervius.core.review.Part;
import app.pervius.core.review.Route;
import app.pervius.core.review.Seat;
import app.pervius.core.review.Seating;
import app.pervius.core.review.Step;
import app.pervius.server.folders.Files;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Waiting;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.Function;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** How the files of a review go on from a step: on, back, apart, or to their end. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
class Parting {

    private final ReviewTurns turns;
    private final ReviewFiles files;
    private final Seats seats;
    private final Passages passages;
    private final Moves moves;
    private final Waiting waiting;
    private final Outcomes outcomes;
    private final ReviewNews news;

    Parting(ReviewTurns turns, ReviewFiles files, Seats seats, Passages passages, Moves moves, Waiting waiting, Outcomes outcomes,
            ReviewNews news) {
        this.turns = turns;
        this.files = files;
        this.seats = seats;
        this.passages = passages;
        this.moves = moves;
        this.waiting = waiting;
        this.outcomes = outcomes;
        this.news = news;
    }

    /**
     * Carries out what came of a step that was closed, a release or a silence: each part that goes another way becomes a review of its own.
     */
    void part(Review review, Route route, List<Part> parts) {
        boolean used = parts.stream().anyMatch(Part.Stays.class::isInstance);
        if (!used) {
            seats.close(review);
        }
        int turn = review.turn;
        for (Part part : parts) {
            switch (part) {
                case Part.Stays(Board board) -> { }
                case Part.Over(Map<PassageId, Ending> endings) -> {
                    files.decided(review.id(), endings);
                    files.over(review.id(), ids(endings.keySet()));
                }
                case Part.ToRelease(Map<PassageId, Ending> endings) -> {
                    files.decided(review.id(), endings);
                    used = toRelease(review, route, used, turn, ids(endings.keySet()));
                }
                case Part.Goes(int step, List<Board.File> its) -> used = goes(review, route, used, turn, step, its);
            }
        }
        if (!used) {
            turns.end(review, ReviewState.CLOSED);
        }
        outcomes.passOn(review, route);
        news.changed(review);
    }

    private boolean goes(Review review, Route route, boolean used, int turn, int step, List<Board.File> its) {
        Step next = route.steps().get(step);
        return apart(review, its.stream().map(f -> f.passage().value()).toList(), facts -> Seating.of(route, next, facts), used,
                (part, seats) -> {
            part.state = ReviewState.OPEN;
            part.turn = turn + 1;
            part.step = step;
            this.seats.seat(part, part.turn, seats, next, false, null);
            turns.begun(part, route);
        }, (stranded, why) -> strand(review, route, step, stranded, why));
    }

    private boolean toRelease(Review review, Route route, boolean used, int turn, List<Long> its) {
        int step = review.step;
        return apart(review, its, facts -> Seating.lead(route, facts), used, (part, seats) -> {
            part.state = ReviewState.RELEASING;
            part.turn = turn + 1;
            this.seats.seat(part, part.turn, seats, null, false, null);
            turns.begun(part, route);
        }, (stranded, why) -> strand(review, route, step, stranded, "the lead: " + why));
    }

    /**
     * Files for whom the same people sit go on together; each such part but the first that stays becomes a review of its own. True if the
     * review itself goes on with one.
     */
    private boolean apart(Review review, List<Long> its, Function<Seating.Facts, Seating.Seated> seating, boolean used,
            BiConsumer<Review, List<Seat>> begin,
            BiConsumer<List<Long>, String> strand) {
        boolean taken = used;
        Map<Seating.Seated, List<Long>> groups = new LinkedHashMap<>();
        for (Passages.Subject subject : passages.subjects(its)) {
            Seating.Seated seated = seating.apply(seats.facts(review.projectId, review.authorId, review.authorFirmId, subject.values()));
            groups.computeIfAbsent(seated, s -> new ArrayList<>()).add(subject.id());
        }
        for (Map.Entry<Seating.Seated, List<Long>> group : groups.entrySet()) {
            switch (group.getKey()) {
                case Seating.Seated.Nobody(String why) -> strand.accept(group.getValue(), why);
                case Seating.Seated.Seats(List<Seat> sitting) -> {
                    Review part = taken ? turns.off(review, group.getValue()) : review;
                    taken = true;
                    begin.accept(part, sitting);
                }
            }
        }
        return taken;
    }

    /** The passages cannot go on where nobody is; they stop with the reason, and go on at that step once it is mended. */
    private void strand(Review review, Route route, int step, List<Long> its, String why) {
        files.over(review.id(), its);
        its.forEach(passage -> {
            moves.reviewFrom(passage, step);
            waiting.inVain(passage, new StopReason(StopReason.Code.NOBODY_TO_DECIDE, "Route “" + route.name() + "”, step “" + route.steps()
                    .get(step).name() + "”: " + why),
                    List.of(WayOut.TRY_AGAIN, WayOut.CHOOSE_ROUTE, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT));
        });
    }

    private static List<Long> ids(Collection<PassageId> passages) {
        return passages.stream().map(PassageId::value).sorted().toList();
    }
}
