package app.pervius.server.othersystems;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** OtherSystems to other systems; administrators set them up, since the server itself makes the calls. */
@RestController
@RequestMapping("/api/connections")
class OtherSystemController {

    private final OtherSystems connections;

    OtherSystemController(OtherSystems connections) {
        this.connections = connections;
    }

    /**
     * A connection as it is set up.
     *
     * @param secret absent to keep the one it has
     * @param unencrypted whether it may be asked over HTTP although it runs on another machine
     */
    record ConnectionEntry(@NotBlank @Size(max = 500) String address, @Nullable @Size(max = 400) String secret, boolean unencrypted) {
    }

    /** What came of asking: that it answered, never with what, or why it did not. */
    record Tested(boolean answered, String said) {
    }

    @GetMapping
    List<OtherSystems.ConnectionView> all(Actor actor) {
        actor.mustAdminister();
        return connections.all();
    }

    @Act(kind = ActKind.CONNECTIONS, says = "set the other system {name}")
    @PutMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(@PathVariable @Size(min = 1, max = 60) String name, @Valid @RequestBody ConnectionEntry entry, Actor actor) {
        actor.mustAdminister();
        connections.mayBeAsked(entry.address().strip());
        connections.set(name.strip(), entry.address().strip(), entry.secret(), entry.unencrypted());
    }

    @Act(kind = ActKind.CONNECTIONS, says = "removed the other system {name}")
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name, Actor actor) {
        actor.mustAdminister();
        connections.remove(name);
    }

    /** Asks a question that means nothing, to see whether the system answers. */
    @Act(kind = ActKind.CONNECTIONS, says = "tested the other system {name}")
    @PostMapping("/{name}/test")
    Tested test(@PathVariable String name, Actor actor) {
        actor.mustAdminister();
        return switch (connections.ask(name, "test-" + UUID.randomUUID(), Map.of("test", true))) {
            case OtherSystems.Reply.Said(Map<String, Object> answer) -> new Tested(true, "It answered, with a JSON object of "
                    + (answer.size() == 1 ? "one value." : answer.size() + " values."));
            case OtherSystems.Reply.Failed(String reason) -> new Tested(false, reason);
        };
    }
}
