package app.pervius.server.intake;

import app.pervius.server.access.Actor;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Email;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sending files that lie in a folder on a route by hand. */
@RestController
@RequestMapping("/api/folders/{folder}/sendings")
class HandSendingController {

    private final HandSending sending;

    HandSendingController(HandSending sending) {
        this.sending = sending;
    }

    record SendingEntry(@NotEmpty @Size(max = 1000) List<@NotNull Long> files, @NotNull @Size(max = 60) String route,
            @NotNull @Size(max = 400) String purpose, @Nullable LocalDate answerDue,
            @Nullable Long author, @NotNull @Size(max = 4000) String message, @NotNull @Size(max = 200) List<@NotNull Long> persons,
            @NotNull @Size(max = 100) List<@NotNull @Email @Size(min = 3, max = 254) String> addresses,
            @Nullable @Size(max = 50) Map<String, @NotNull @Size(max = 200) String> given) {
    }

    record SendingLookEntry(@NotEmpty @Size(max = 1000) List<@NotNull Long> files) {
    }

    /** The submission that came of it. */
    record Sent(long submission) {
    }

    /** What the files would be sent as, and what keeps some from being sent. */
    @PostMapping("/looks")
    List<HandSending.SendingFile> look(@PathVariable long folder, @Valid @RequestBody SendingLookEntry entry, Actor actor) {
        return sending.look(folder, entry.files(), actor);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Sent send(@PathVariable long folder, @Valid @RequestBody SendingEntry entry, Actor actor) {
        return new Sent(sending.send(folder, new HandSending.Sending(entry.files(), entry.route(), entry.purpose(), entry.answerDue(),
                entry.author(), entry.message(), entry.persons(),
                entry.addresses(), entry.given() == null ? Map.of() : entry.given()), actor));
    }
}
