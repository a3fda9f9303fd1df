package app.pervius.server.reviews;

import app.pervius.server.access.Actor;
import app.pervius.server.reviews.ReviewAnswer.DrawnAs;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What people say in a review: answers, the closing of a step, comments drawn together. */
@RestController
class DecisionController {
    record DecisionEntry(int turn, @NotEmpty @Size(max = 10_000) List<@NotNull Long> passages, int code,
            @NotNull @Size(max = 20_000) String comment, @Nullable Long from, boolean overrule) {
    }

    record UnsayEntry(int turn, @NotEmpty @Size(max = 10_000) List<@NotNull Long> passages, @Nullable Long from) {
    }

    record DrawingEntry(@NotNull DrawnAs as, @NotNull @Size(max = 20_000) String text) {
    }

    private final Deciding deciding;
    private final DrawingTogether drawing;

    DecisionController(Deciding deciding, DrawingTogether drawing) {
        this.deciding = deciding;
        this.drawing = drawing;
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
        drawing.draw(id, answer, entry.as(), entry.text(), actor);
    }

    @PostMapping("/api/reviews/{id}/releases")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void release(@PathVariable long id, @RequestBody TurnEntry entry, Actor actor) {
        drawing.release(id, entry.turn(), actor);
    }
}
