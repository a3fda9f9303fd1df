package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Messages of a project that could not be sent yet, with the reason; for its controllers. */
@RestController
@RequestMapping("/api/projects/{project}/messages-unsent")
class UnsentController {

    private static final int MOST = 100;

    private final MessageRepository messages;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;

    UnsentController(MessageRepository messages, InstantSource clock, ApplicationEventPublisher events) {
        this.messages = messages;
        this.clock = clock;
        this.events = events;
    }

    /** A message that failed at least once; it is tried again by itself. */
    record UnsentMessage(long id, String recipient, Occasion occasion, String subject, int attempts, @Nullable String lastError,
            Instant nextAttempt, Instant madeAt) {
    }

    @GetMapping
    List<UnsentMessage> unsent(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return messages.failed(project, Messages.State.WAITING, Limit.of(MOST)).stream()
                .map(m -> new UnsentMessage(m.id(), m.recipient, Objects.requireNonNull(m.occasion), m.subject, m.attempts, m.lastError,
                        m.nextAttempt, m.madeAt))
                .toList();
    }

    /** Has all of them tried again at once. */
    @PostMapping("/tries")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void tryAgain(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        messages.failed(project, Messages.State.WAITING, Limit.of(MOST)).forEach(m -> m.nextAttempt = clock.instant());
        events.publishEvent(new Messages.OutboxFilled());
    }
}
