package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import app.pervius.server.outbound.Outbound;
import app.pervius.server.refused.Refused;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The messages of a project, for its controllers, and everybody's own: what they said, and whether they have gone. */
@RestController
class MessageController {

    private final MessageRepository messages;
    private final Outbound outbound;
    private final Paces paces;

    MessageController(MessageRepository messages, Outbound outbound, Paces paces) {
        this.messages = messages;
        this.outbound = outbound;
        this.paces = paces;
    }

    /** Where a message is. */
    enum DeliveryState { WAITING, HELD, FAILING, SENT, GIVEN_UP }

    /** Whose messages are listed. */
    enum Whose { MINE, ALL }

    /** Which messages are listed; what fails waits. */
    enum Which { WAITING, SENT, GIVEN_UP }

    /**
     * A message as lists show it.
     *
     * @param tries how often it was tried in vain
     * @param lastWords what the mail server said last; absent where it never failed
     * @param nextTry when it is tried again; absent where it is not
     */
    record MessageLine(long id, String recipient, Occasion occasion, String subject, DeliveryState state, int tries,
            @Nullable String lastWords, @Nullable Instant nextTry, Instant madeAt, @Nullable Instant sentAt) {
    }

    /**
     * A message as it was sent, or will be; without the part of its text that lets somebody in, where one does.
     *
     * @param openlyTo the addresses its heading names, where recipients see each other; empty where they do not, as {@code inCopy}
     */
    record MessageText(long id, String recipient, List<String> openlyTo, List<String> inCopy, boolean important, String subject,
            @Nullable String text) {
    }

    /** Newest first. */
    @GetMapping("/api/projects/{project}/messages")
    Page<MessageLine> list(@PathVariable long project, @RequestParam(defaultValue = "MINE") Whose whose,
            @RequestParam(required = false) @Nullable Which which, @RequestParam(required = false) @Nullable String after, Actor actor) {
        if (whose == Whose.ALL) {
            actor.mustControl(project);
        }
        Page<Message> found = Page.of(messages.list(project, whose == Whose.ALL ? null : actor.person(project), which == null ? null
                : which.name(), Page.after(after, Long.MAX_VALUE), Limit.of(Page.SIZE + 1)), Message::id, m -> m);
        Map<Long, Outbound.Held> waiting = outbound.waiting(Postman.KEY, found.items().stream().map(Message::id).toList());
        boolean held = paces.ofProject(project).held();
        return new Page<>(found.items().stream().map(m -> line(m, Optional.ofNullable(waiting.get(m.id())), held)).toList(), found.next());
    }

    private static MessageLine line(Message message, Optional<Outbound.Held> waits, boolean held) {
        DeliveryState state = waits.isPresent() ? held ? DeliveryState.HELD : waits.get().tries() > 0 ? DeliveryState.FAILING
                : DeliveryState.WAITING : message.givenUpAt != null ? DeliveryState.GIVEN_UP : DeliveryState.SENT;
        return new MessageLine(message.id(), message.recipient, message.occasion, message.subject, state,
                waits.map(Outbound.Held::tries).orElse(0), waits.map(Outbound.Held::lastWords).orElse(message.lastWords),
                waits.filter(w -> !held).map(Outbound.Held::nextTry).orElse(null), message.madeAt, message.sentAt);
    }

    @GetMapping("/api/messages/{id}")
    MessageText text(@PathVariable long id, Actor actor) {
        Message message = visible(id, actor);
        return new MessageText(id, message.recipient, lines(message.openlyTo), lines(message.inCopy), message.important, message.subject,
                message.secret ? (message.shown.isEmpty() ? null : message.shown) : message.text);
    }

    private static List<String> lines(@Nullable String addresses) {
        return addresses == null ? List.of() : addresses.lines().toList();
    }

    /** Sends it anew, whether it has gone or was given up; for controllers. */
    @PostMapping("/api/messages/{id}/sendings")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void sendAgain(@PathVariable long id, Actor actor) {
        Message message = visible(id, actor);
        actor.mustControl(project(message));
        if (message.secret && message.text.isEmpty()) {
            throw Refused.conflict("secret-gone", "Its link let somebody in and is not kept. Invite the person again.");
        }
        if (outbound.waiting(Postman.KEY, List.of(id)).isEmpty()) {
            messages.onItsWay(id);
            outbound.put(Postman.KEY, id + "-" + UUID.randomUUID(), id, message.projectId);
        } else {
            outbound.tryAgain(Postman.KEY, project(message));
        }
    }

    private Message visible(long id, Actor actor) {
        Message message = messages.findById(id).filter(m -> m.projectId != null && actor.memberships().containsKey(m.projectId))
                .orElseThrow(() -> Refused.notFound("message"));
        if (message.personId == null || message.personId != actor.person(project(message))) {
            if (!actor.controls(project(message))) {
                throw Refused.notFound("message");
            }
        }
        return message;
    }

    private static long project(Message message) {
        return Optional.ofNullable(message.projectId).orElseThrow();
    }
}
