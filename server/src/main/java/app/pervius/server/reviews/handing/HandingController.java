package app.pervius.server.reviews.handing;

import app.pervius.core.review.Who;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Moves;
import app.pervius.server.reviews.TurnEntry;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who has a step: in hand, passed on, given back, moved, reminded. */
@RestController
class HandingController {
    record InHandEntry(int turn, boolean inHand) {
    }

    record PassingEntry(int turn, @NotNull Long to, @NotNull @Size(max = 1000) String note) {
    }

    record BackEntry(int turn, @NotNull @Size(max = 1000) String note) {
    }

    record MoveEntry(@NotNull Long from, @NotNull Long to, @NotNull @Size(max = 1000) String reason) {
    }

    private final Handing handing;
    private final MovingSteps moving;

    HandingController(Handing handing, MovingSteps moving) {
        this.handing = handing;
        this.moving = moving;
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
    MovingSteps.MovedSteps moveAll(@PathVariable long project, @Valid @RequestBody MoveEntry entry, Actor actor) {
        return moving.moveAll(project, entry.from(), entry.to(), entry.reason(), actor);
    }

    @PostMapping("/api/reviews/{id}/nudges")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void nudge(@PathVariable long id, @RequestBody TurnEntry entry, Actor actor) {
        handing.nudge(id, entry.turn(), actor);
    }
}
