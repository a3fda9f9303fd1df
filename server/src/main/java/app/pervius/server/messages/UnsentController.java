package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.outbound.Outbound;
import app.pervius.server.store.Portions;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
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
    private final Outbound outbound;
    private final InstantSource clock;

    UnsentController(MessageRepository messages, Outbound outbound, InstantSource clock) {
        this.messages = messages;
        this.outbound = outbound;
        this.clock = clock;
    }

    /** How long what was given up is shown. */
    private static final Duration SHOWN = Duration.ofDays(14);

    /** A message that failed at least once; it is tried again by itself, unless {@code nextAttempt} is absent: then it was given up. */
    record UnsentMessage(long id, String recipient, Occasion occasion, String subject, int attempts, @Nullable String lastError,
            @Nullable Instant nextAttempt, Instant madeAt) {
    }

    @GetMapping
    List<UnsentMessage> unsent(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        List<Outbound.Held> held = outbound.held(Postman.KEY, project, MOST);
        Map<Long, Message> said = Portions.of(held.stream().map(Outbound.Held::subject).toList(), messages::findAllById).stream()
                .collect(Collectors.toMap(Message::id, Function.identity()));
        return Stream.concat(messages.givenUp(project, clock.instant().minus(SHOWN), Limit.of(MOST))
                .stream()
                .map(m -> new UnsentMessage(m.id(), m.recipient, m.occasion, m.subject, 0, m.lastWords, null, m.madeAt)), held.stream()
                .flatMap(h -> Optional.ofNullable(said.get(h.subject())).stream().map(m -> new UnsentMessage(m.id(),
                m.recipient, m.occasion, m.subject, h.tries(), h.lastWords(), h.nextTry(), m.madeAt)))).toList();
    }

    /** Has all of them tried again at once. */
    @PostMapping("/tries")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void tryAgain(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        outbound.tryAgain(Postman.KEY, project);
    }
}
