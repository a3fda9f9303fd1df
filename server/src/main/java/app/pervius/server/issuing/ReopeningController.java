package app.pervius.server.issuing;

import app.pervius.server.access.Actor;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ReopeningController {

    private final Reopening reopening;

    ReopeningController(Reopening reopening) {
        this.reopening = reopening;
    }

    record ReopeningEntry(@NotNull @Size(max = 1000) String reason) {
    }

    /** Reopens the decision on a passage, with the reason. */
    @PostMapping("/api/passages/{id}/reopenings")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void reopen(@PathVariable long id, @Valid @RequestBody ReopeningEntry entry, Actor actor) {
        reopening.reopen(id, entry.reason(), actor);
    }
}
