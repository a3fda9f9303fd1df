package app.pervius.server.signing;

import app.pervius.server.store.Outside;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Secrets;
import java.net.URI;
import java.net.URISyntaxException;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrationRepository;
import org.springframework.security.oauth2.client.registration.ClientRegistrations;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The providers of sign-in an administrator has set up, and whom those they let in are here. */
@Service
@Transactional
public class Providers implements ClientRegistrationRepository {

    static final String BEGIN = "/api/entrance/providers/";
    static final String RETURN = "/api/entrance/returned/";

    /** What an administrator says of a provider; an absent secret leaves the one there is. */
    public record Wanted(String name, String issuer, String clientId, @Nullable String clientSecret, boolean bothSteps,
            boolean switchedOn) {
    }

    /** A provider; its secret is told to nobody. */
    record ProviderView(String key, String name, String issuer, String clientId, boolean bothSteps, boolean switchedOn,
            String returnAddress, int version) {
    }

    /** A provider as the door offers it; {@code address} begins to sign in. */
    public record Offered(String name, String address) {
    }

    private final ProviderRepository providers;
    private final AccountBook accounts;
    private final Secrets secrets;
    private final JdbcClient jdbc;
    private final InstantSource clock;
    private final String address;
    private final Map<String, ClientRegistration> known = new ConcurrentHashMap<>();

    Providers(ProviderRepository providers, AccountBook accounts, Secrets secrets, JdbcClient jdbc, InstantSource clock,
            @Value("${pervius.address}") String address) {
        this.providers = providers;
        this.accounts = accounts;
        this.secrets = secrets;
        this.jdbc = jdbc;
        this.clock = clock;
        this.address = address;
    }

    @Transactional(readOnly = true)
    public List<Offered> offered() {
        return providers.findAllByOrderByName().stream().filter(p -> p.switchedOn)
                .map(p -> new Offered(p.name, address + BEGIN + p.providerKey)).toList();
    }

    @Transactional(readOnly = true)
    List<ProviderView> all() {
        return providers.findAllByOrderByName().stream().map(this::view).toList();
    }

    /** Sets a provider up, or changes it; {@code version} is -1 for a new one. */
    public void set(String key, int version, Wanted wanted) {
        if (!key.matches("[a-z0-9][a-z0-9-]{0,39}")) {
            throw Refused.invalid("key", "A provider's key has small letters, digits and hyphens.");
        }
        Provider provider = providers.findByProviderKey(key).orElseGet(Provider::new);
        boolean fresh = provider.providerKey.isEmpty();
        if (fresh ? version >= 0 : provider.version != version) {
            throw Refused.conflict("changed-meanwhile",
                    "Somebody else has changed this provider in the meantime, or it is there already. Look at it as it is now.");
        }
        if (fresh && (wanted.clientSecret() == null || wanted.clientSecret().isBlank())) {
            throw Refused.invalid("clientSecret", "The provider gives a secret for Pervius; type it here.");
        }
        String issuer = checked(wanted.issuer().strip());
        provider.providerKey = key;
        provider.name = wanted.name().strip();
        provider.issuer = issuer;
        provider.clientId = wanted.clientId().strip();
        if (wanted.clientSecret() != null && !wanted.clientSecret().isBlank()) {
            provider.clientSecret = secrets.encrypt(wanted.clientSecret().strip());
        }
        provider.bothSteps = wanted.bothSteps();
        provider.switchedOn = wanted.switchedOn();
        known.remove(key);
        providers.saveAndFlush(provider);
    }

    public void remove(String key) {
        providers.delete(providers.findByProviderKey(key).orElseThrow(() -> Refused.notFound("provider")));
        known.remove(key);
    }

    /** Asks a provider what it can do, before anybody depends on it; gives the address people are sent to. */
    @Transactional(readOnly = true)
    String look(String issuer) {
        try {
            return Objects.requireNonNull(ClientRegistrations.fromOidcIssuerLocation(checked(issuer.strip())).clientId("look").build()
                    .getProviderDetails().getAuthorizationUri());
        } catch (IllegalArgumentException | IllegalStateException e) {
            throw Refused.invalid("issuer", "There is no provider of OpenID Connect at this address, or it cannot be reached: "
                    + shortened(e.getMessage()));
        }
    }

    /** Secrets go over encrypted lines only; on one's own machine there is no line. */
    private static String checked(String issuer) {
        try {
            URI at = new URI(issuer);
            boolean own = at.getHost() != null && List.of("localhost", "127.0.0.1").contains(at.getHost());
            if ("https".equals(at.getScheme()) && at.getHost() != null || "http".equals(at.getScheme()) && own) {
                return issuer;
            }
        } catch (URISyntaxException e) {
            // Said below.
        }
        throw Refused.invalid("issuer", "A provider is reached at an address that begins with https://.");
    }

    @Override
    @Transactional(readOnly = true)
    public @Nullable ClientRegistration findByRegistrationId(String key) {
        ClientRegistration there = known.get(key);
        if (there != null) {
            return there;
        }
        Provider provider = providers.findByProviderKey(key).filter(p -> p.switchedOn).orElse(null);
        if (provider == null) {
            return null;
        }
        Outside.world("asks a provider");
        ClientRegistration made = ClientRegistrations.fromOidcIssuerLocation(provider.issuer).registrationId(key)
                .clientId(provider.clientId)
                .clientSecret(secrets.decrypt(provider.clientSecret)).scope("openid", "profile", "email")
                .redirectUri(address + RETURN + key).clientName(provider.name)
                .build();
        known.put(key, made);
        return made;
    }

    /** Whether a provider's sign-in counts for both steps. */
    @Transactional(readOnly = true)
    boolean bothSteps(String key) {
        return providers.findByProviderKey(key).filter(p -> p.bothSteps).isPresent();
    }

    /**
     * The account of whom a provider lets in: who it was before under the same subject, or the one with the address, where the
     * provider says that it has verified it.
     */
    Optional<AccountBook.AccountView> account(String issuer, String subject, @Nullable String email, boolean verified) {
        Optional<Long> linked = jdbc.sql("select account_id from provider_subject where issuer = ? and subject = ?").params(issuer, subject)
                .query(Long.class).optional();
        if (linked.isPresent()) {
            return accounts.find(linked.get()).filter(a -> !a.closed());
        }
        Optional<AccountBook.AccountView> found = email == null || !verified ? Optional.empty() : accounts.byEmail(email)
                .filter(a -> !a.closed());
        found.ifPresent(account -> {
            accounts.provedByProvider(account.id());
            jdbc.sql("insert into provider_subject (issuer, subject, account_id, linked_at) values (?, ?, ?, ?)")
                    .params(issuer, subject, account.id(), clock.instant().atOffset(ZoneOffset.UTC)).update();
        });
        return found;
    }

    private ProviderView view(Provider p) {
        return new ProviderView(p.providerKey, p.name, p.issuer, p.clientId, p.bothSteps, p.switchedOn, address + RETURN + p.providerKey,
                p.version);
    }

    private static String shortened(@Nullable String text) {
        String given = String.valueOf(text);
        return given.length() > 200 ? given.substring(0, 200) + "…" : given;
    }
}
