package app.pervius.server.signing;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
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

/** Providers of sign-in, set up by administrators. */
@RestController
@RequestMapping("/api/providers")
class ProvidersController {

    private final Providers providers;

    ProvidersController(Providers providers) {
        this.providers = providers;
    }

    /** A provider; {@code version} is -1 for a new one, and an absent secret leaves the one there is. */
    record ProviderEntry(@NotBlank @Size(max = 120) String name, @NotBlank @Size(max = 400) String issuer,
            @NotBlank @Size(max = 200) String clientId,
            @Nullable @Size(max = 400) String clientSecret, boolean bothSteps, boolean switchedOn, int version) {
    }

    record IssuerEntry(@NotNull @Size(max = 400) String issuer) {
    }

    /** Where people would be sent to sign in. */
    record ProviderLook(String authorization) {
    }

    @GetMapping
    List<Providers.ProviderView> all(Actor actor) {
        actor.mustAdminister();
        return providers.all();
    }

    /** Asks a provider what it can do; nothing is kept. */
    @PostMapping("/looks")
    ProviderLook look(@Valid @RequestBody IssuerEntry entry, Actor actor) {
        actor.mustAdminister();
        return new ProviderLook(providers.look(entry.issuer()));
    }

    @Act(kind = ActKind.CONNECTIONS, says = "set the provider {key}")
    @PutMapping("/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(@PathVariable String key, @Valid @RequestBody ProviderEntry entry, Actor actor) {
        actor.mustAdminister();
        providers.set(key, entry.version(), new Providers.Wanted(entry.name(), entry.issuer(), entry.clientId(), entry.clientSecret(),
                entry.bothSteps(), entry.switchedOn()));
    }

    @Act(kind = ActKind.CONNECTIONS, says = "removed the provider {key}")
    @DeleteMapping("/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String key, Actor actor) {
        actor.mustAdminister();
        providers.remove(key);
    }
}
