package app.pervius.server.signing;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.outbound.OwnNetwork;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.List;
import java.util.Optional;
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
    private final OwnNetwork network;

    ProvidersController(Providers providers, OwnNetwork network) {
        this.providers = providers;
        this.network = network;
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
        mayBeReached(entry.issuer());
        return new ProviderLook(providers.look(entry.issuer()));
    }

    @Act(kind = ActKind.CONNECTIONS, says = "set the provider {key}")
    @PutMapping("/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(@PathVariable String key, @Valid @RequestBody ProviderEntry entry, Actor actor) {
        actor.mustAdminister();
        mayBeReached(entry.issuer());
        providers.set(key, entry.version(), new Providers.Wanted(entry.name(), entry.issuer(), entry.clientId(), entry.clientSecret(),
                entry.bothSteps(), entry.switchedOn()));
    }

    private void mayBeReached(String issuer) {
        try {
            // What is no address is refused where its form is looked at.
            Optional.ofNullable(new URI(issuer.strip()).getHost()).flatMap(network::fault).ifPresent(fault -> {
                throw Refused.invalid("issuer", fault);
            });
        } catch (URISyntaxException e) {
            throw Refused.invalid("issuer", "A provider is reached at an address that begins with https://.");
        }
    }

    @Act(kind = ActKind.CONNECTIONS, says = "removed the provider {key}")
    @DeleteMapping("/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String key, Actor actor) {
        actor.mustAdminister();
        providers.remove(key);
    }
}
