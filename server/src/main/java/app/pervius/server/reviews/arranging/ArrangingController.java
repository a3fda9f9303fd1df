package app.pervius.server.reviews.arranging;

import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.ReviewRepository;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Email;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is done with whole reviews. */
@RestController
class ArrangingController {
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

    /** The review the caller may take back for a passage now; absent if there is none. */
    record TakeBackView(@Nullable Long review, int turn) {
    }

    private final Arranging arranging;
    private final TakingBack takingBack;
    private final Stopping stopping;
    private final Watching watching;
    private final ReviewRepository reviews;
    private final Passages passages;
    private final TransactionTemplate reading;

    ArrangingController(Arranging arranging, TakingBack takingBack, Stopping stopping, Watching watching, ReviewRepository reviews,
            Passages passages, PlatformTransactionManager transactions) {
        this.arranging = arranging;
        this.takingBack = takingBack;
        this.stopping = stopping;
        this.watching = watching;
        this.reviews = reviews;
        this.passages = passages;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
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
        takingBack.takeBack(id, entry.turn(), entry.reason(), actor);
    }

    @GetMapping("/api/passages/{passage}/take-back")
    TakeBackView mayTakeBack(@PathVariable long passage, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> {
            Passages.PassageView view = passages.passage(passage);
            if (!actor.maySee(view.project(), view.from().authorFirm())) {
                throw Refused.notFound("passage");
            }
            return reviews.ofPassage(passage).filter(r -> takingBack.couldTakeBack(r, actor)).map(r -> new TakeBackView(r.id(), r.turn))
                    .orElse(new TakeBackView(null, 0));
        }));
    }

    @PostMapping("/api/reviews/{id}/stops")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stop(@PathVariable long id, @Valid @RequestBody StopEntry entry, Actor actor) {
        stopping.stop(id, entry.reason(), actor);
    }

    /** More people who are told of its files, in the project or outside. */
    @PostMapping("/api/reviews/{id}/watchers")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void watch(@PathVariable long id, @Valid @RequestBody WatchEntry entry, Actor actor) {
        watching.watch(id, entry.persons(), entry.addresses(), actor);
    }
}
