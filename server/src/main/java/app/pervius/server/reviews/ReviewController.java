package app.pervius.server.reviews;

import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.passages.Passages;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Email;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The reviews that wait for somebody, and everything that is done in a review. */
@RestController
class ReviewController {

    /** How many waiting reviews the Desk shows, the most urgent. */
    private static final int ON_THE_DESK = 100;
    /** How many of the most urgent are looked through where they are narrowed down or put in another order. */
    private static final int LOOKED_THROUGH = 2_000;
    /** How many files come with them: the first review's, and those of as many more as keep below this. */
    private static final int FILES_AT_ONCE = 30;

    private final ReviewRepository reviews;
    private final Reviews flow;
    private final Deciding deciding;
    private final Handing handing;
    private final Arranging arranging;
    private final WatcherBook watchers;
    private final ReviewAccess access;
    private final ReviewViews views;
    private final Passages passages;
    private final MyDay myDay;
    private final DeskNarrowing narrowing;
    private final Following following;
    private final Chasing chasing;
    private final TransactionTemplate reading;

    ReviewController(ReviewRepository reviews, Reviews flow, Deciding deciding, Handing handing, Arranging arranging, WatcherBook watchers,
            ReviewAccess access,
            ReviewViews views, Passages passages, MyDay myDay, DeskNarrowing narrowing, Following following, Chasing chasing,
            PlatformTransactionManager transactions) {
        this.reviews = reviews;
        this.flow = flow;
        this.deciding = deciding;
        this.handing = handing;
        this.arranging = arranging;
        this.watchers = watchers;
        this.access = access;
        this.views = views;
        this.passages = passages;
        this.myDay = myDay;
        this.narrowing = narrowing;
        this.following = following;
        this.chasing = chasing;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
    }

    record DecisionEntry(int turn, @NotEmpty @Size(max = 10_000) List<@NotNull Long> passages, int code,
            @NotNull @Size(max = 20_000) String comment, @Nullable Long from, boolean overrule) {
    }

    record UnsayEntry(int turn, @NotEmpty @Size(max = 10_000) List<@NotNull Long> passages, @Nullable Long from) {
    }

    /** {@code turn} names what the caller saw. */
    record TurnEntry(int turn) {
    }

    record DrawingEntry(ReviewAnswer.@NotNull DrawnAs as, @NotNull @Size(max = 20_000) String text) {
    }

    record InHandEntry(int turn, boolean inHand) {
    }

    record PassingEntry(int turn, @NotNull Long to, @NotNull @Size(max = 1000) String note) {
    }

    record BackEntry(int turn, @NotNull @Size(max = 1000) String note) {
    }

    record MoveEntry(@NotNull Long from, @NotNull Long to, @NotNull @Size(max = 1000) String reason) {
    }

    record SplitEntry(int turn, @NotEmpty @Size(max = 10_000) List<@NotNull Long> passages) {
    }

    record JoinEntry(int turn, @NotNull Long other) {
    }

    record TakeBackEntry(int turn, @NotNull @Size(max = 1000) String reason) {
    }

    record StopEntry(@NotNull @Size(max = 1000) String reason) {
    }

    record WatchEntry(@NotNull @Size(max = 200) Set<@NotNull Long> persons,
            @NotNull @Size(max = 100) List<@NotNull @Email @Size(min = 3, max = 254) String> addresses) {
    }

    /** The id of the review that came of it. */
    record Apart(long review) {
    }

    /** In which order reviews stand on the Desk. */
    enum DeskOrder {
        /** The most urgent first. */
        DUE,
        /** By the firm and the person whose work it is, within them the most urgent first. */
        FROM,
        /** The newest submission first. */
        NEWEST
    }

    /**
     * What waits for the caller in all projects, up to 100 reviews; the files only of the first ones.
     *
     * @param text only reviews that have all of its words in what they are about, whose they are, or in a file's number, title or name
     */
    @GetMapping("/api/desk/reviews")
    List<ReviewViews.ReviewView> waitingForMe(@RequestParam(defaultValue = "") @Size(max = 200) String text,
            @RequestParam(defaultValue = "DUE") DeskOrder order, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> {
            boolean all = order == DeskOrder.DUE && text.isBlank();
            List<Long> ids = myDay.waiting(actor, all ? ON_THE_DESK : LOOKED_THROUGH);
            Map<Long, Review> found = reviews.findAllById(ids).stream().collect(Collectors.toMap(Review::id, r -> r));
            List<Review> waiting = ids.stream().map(found::get).filter(r -> access.sees(r, actor)).toList();
            List<Review> shown = all ? waiting : narrowing.of(waiting, text, order);
            return views.views(shown.stream().limit(ON_THE_DESK).toList(), actor, FILES_AT_ONCE).stream()
                    .filter(ReviewViews.ReviewView::mine).toList();
        }));
    }

    /** A review with its files, for the reviewing side. */
    @GetMapping("/api/reviews/{id}")
    ReviewViews.ReviewView review(@PathVariable long id, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> views.view(access.mustSee(reviews.findById(id), actor), actor)));
    }

    /** The review a passage is or was in, for the reviewing side. */
    @GetMapping("/api/passages/{passage}/review")
    ReviewViews.ReviewView ofPassage(@PathVariable long passage, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> views.view(access.mustSee(reviews.ofPassage(passage), actor), actor)));
    }

    /** What was said of a revision: as it was said for the reviewing side; for the author's firm as it was released, once it is. */
    @GetMapping("/api/passages/{passage}/answers")
    List<Reviews.Said> said(@PathVariable long passage, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> {
            Passages.PassageView view = passages.passage(passage);
            if (!actor.maySee(view.project(), view.authorFirm())) {
                throw Refused.notFound("passage");
            }
            if (access.readsAsSaid(view, actor)) {
                return flow.said(passage);
            }
            return view.state() == Passages.State.DONE ? flow.released(passage) : List.<Reviews.Said>of();
        }));
    }

    @PutMapping("/api/reviews/{id}/decisions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void decide(@PathVariable long id, @Valid @RequestBody DecisionEntry entry, Actor actor) {
        deciding.answer(id, new Deciding.Decision(entry.turn(), entry.passages(), entry.code(), entry.comment(), entry.from(),
                entry.overrule()), actor);
    }

    /** Takes back what the caller said of files, while the step is open. */
    @PostMapping("/api/reviews/{id}/decisions/withdrawals")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void unsay(@PathVariable long id, @Valid @RequestBody UnsayEntry entry, Actor actor) {
        deciding.unsay(id, entry.turn(), entry.passages(), entry.from(), actor);
    }

    /** Closes a step: for every file, or, where the route lets files go alone, for those that are decided. */
    @PostMapping("/api/reviews/{id}/closings")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void close(@PathVariable long id, @RequestBody TurnEntry entry, Actor actor) {
        deciding.close(id, entry.turn(), actor);
    }

    /** What the lead makes of a comment before its author reads it. */
    @PutMapping("/api/reviews/{id}/comments/{answer}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void draw(@PathVariable long id, @PathVariable long answer, @Valid @RequestBody DrawingEntry entry, Actor actor) {
        deciding.draw(id, answer, entry.as(), entry.text(), actor);
    }

    @PostMapping("/api/reviews/{id}/releases")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void release(@PathVariable long id, @RequestBody TurnEntry entry, Actor actor) {
        deciding.release(id, entry.turn(), actor);
    }

    /** “I have it”, or not any more. */
    @PutMapping("/api/reviews/{id}/hand")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void inHand(@PathVariable long id, @RequestBody InHandEntry entry, Actor actor) {
        handing.inHand(id, entry.turn(), entry.inHand(), actor);
    }

    @PostMapping("/api/reviews/{id}/passings")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void passOn(@PathVariable long id, @Valid @RequestBody PassingEntry entry, Actor actor) {
        handing.passOn(id, entry.turn(), entry.to(), entry.note(), actor);
    }

    /** Gives what was passed on to the caller back. */
    @PostMapping("/api/reviews/{id}/returns")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void giveBack(@PathVariable long id, @Valid @RequestBody BackEntry entry, Actor actor) {
        handing.giveBack(id, entry.turn(), entry.note(), actor);
    }

    /** Moves all open steps of one person to another. */
    @PostMapping("/api/projects/{project}/moved-steps")
    Handing.MovedSteps moveAll(@PathVariable long project, @Valid @RequestBody MoveEntry entry, Actor actor) {
        return handing.moveAll(project, entry.from(), entry.to(), entry.reason(), actor);
    }

    @PostMapping("/api/reviews/{id}/nudges")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void nudge(@PathVariable long id, @RequestBody TurnEntry entry, Actor actor) {
        handing.nudge(id, entry.turn(), actor);
    }

    /** Makes files a review of their own. */
    @PostMapping("/api/reviews/{id}/splits")
    Apart split(@PathVariable long id, @Valid @RequestBody SplitEntry entry, Actor actor) {
        return new Apart(arranging.split(id, entry.turn(), entry.passages(), actor));
    }

    /** Takes the files of another review of the same submission in. */
    @PostMapping("/api/reviews/{id}/joins")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void join(@PathVariable long id, @Valid @RequestBody JoinEntry entry, Actor actor) {
        arranging.join(id, entry.turn(), entry.other(), actor);
    }

    @PostMapping("/api/reviews/{id}/take-backs")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@PathVariable long id, @Valid @RequestBody TakeBackEntry entry, Actor actor) {
        arranging.takeBack(id, entry.turn(), entry.reason(), actor);
    }

    /** The review the caller may take back for a passage now; absent if there is none. */
    record TakeBackView(@Nullable Long review, int turn) {
    }

    @GetMapping("/api/passages/{passage}/take-back")
    TakeBackView mayTakeBack(@PathVariable long passage, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> {
            Passages.PassageView view = passages.passage(passage);
            if (!actor.maySee(view.project(), view.authorFirm())) {
                throw Refused.notFound("passage");
            }
            return reviews.ofPassage(passage).filter(r -> arranging.couldTakeBack(r, actor)).map(r -> new TakeBackView(r.id(), r.turn))
                    .orElse(new TakeBackView(null, 0));
        }));
    }

    @PostMapping("/api/reviews/{id}/stops")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stop(@PathVariable long id, @Valid @RequestBody StopEntry entry, Actor actor) {
        arranging.stop(id, entry.reason(), actor);
    }

    /** More people who are told of its files, in the project or outside. */
    @PostMapping("/api/reviews/{id}/watchers")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void watch(@PathVariable long id, @Valid @RequestBody WatchEntry entry, Actor actor) {
        arranging.watch(id, entry.persons(), entry.addresses(), watchers, actor);
    }

    /** What will be sent to whom and when while nobody answers. */
    @GetMapping("/api/reviews/{id}/chasing")
    List<Chasing.Foreseen> chasing(@PathVariable long id, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> chasing.foreseen(access.mustSee(reviews.findById(id), actor))));
    }

    /** What still follows from the decisions of a review, and what came of them. */
    @GetMapping("/api/reviews/{id}/following")
    List<Following.FollowingFile> following(@PathVariable long id, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> following.of(access.mustSee(reviews.findById(id), actor), actor)));
    }
}
