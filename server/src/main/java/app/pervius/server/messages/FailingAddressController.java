package app.pervius.server.messages;

import app.pervius.server.access.Actor;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Addresses of people that a project's mail does not reach; for its controllers. */
@RestController
class FailingAddressController {

    private final MessageRepository messages;

    FailingAddressController(MessageRepository messages) {
        this.messages = messages;
    }

    /**
     * An address to which the last message was given up, while none has gone there since.
     *
     * @param words the last ones of the mail server
     */
    record FailingAddress(long person, String address, @Nullable String words, Instant at) {
    }

    @GetMapping("/api/projects/{project}/failing-addresses")
    List<FailingAddress> failing(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return messages.lastGivenUp(project, Instant.EPOCH).stream()
                .map(m -> new FailingAddress(m.getPerson(), m.getAddress(), m.getWords(), m.getAt())).toList();
    }
}
