package app.pervius.server.accounts;

import app.pervius.server.refused.Refused;
import app.pervius.server.store.Secrets;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.web.webauthn.api.AuthenticatorAssertionResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorAttestationResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorSelectionCriteria;
import org.springframework.security.web.webauthn.api.Bytes;
import org.springframework.security.web.webauthn.api.CredentialRecord;
import org.springframework.security.web.webauthn.api.ImmutablePublicKeyCredentialUserEntity;
import org.springframework.security.web.webauthn.api.PublicKeyCredential;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialCreationOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRequestOptions;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRpEntity;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialUserEntity;
import org.springframework.security.web.webauthn.api.ResidentKeyRequirement;
import org.springframework.security.web.webauthn.api.UserVerificationRequirement;
import org.springframework.security.web.webauthn.jackson.WebauthnJacksonModule;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialCreationOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutablePublicKeyCredentialRequestOptionsRequest;
import org.springframework.security.web.webauthn.management.ImmutableRelyingPartyRegistrationRequest;
import org.springframework.security.web.webauthn.management.JdbcUserCredentialRepository;
import org.springframework.security.web.webauthn.management.PublicKeyCredentialUserEntityRepository;
import org.springframework.security.web.webauthn.management.RelyingPartyAuthenticationRequest;
import org.springframework.security.web.webauthn.management.RelyingPartyPublicKey;
import org.springframework.security.web.webauthn.management.Webauthn4JRelyingPartyOperations;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Passkeys (Web Authentication, level 2), by Spring Security: several for an account, each with a name. One signs in by itself,
 * since the device asks for a finger or a PIN, or is the second step after a password.
 */
@Service
@Transactional
class Passkeys {

    private static final int MOST = 20;

    /** A passkey of an account; {@code id} names it. */
    record PasskeyView(String id, String name, Instant since, Instant lastUse) {
    }

    private final JdbcUserCredentialRepository credentials;
    private final Webauthn4JRelyingPartyOperations operations;
    private final Users users;
    private final JsonMapper json = JsonMapper.builder().addModule(new WebauthnJacksonModule()).build();
    private final @Nullable String host;

    Passkeys(JdbcTemplate jdbc, AccountBook book, Secrets secrets, @Value("${pervius.address}") String address) {
        this.credentials = new JdbcUserCredentialRepository(jdbc);
        this.users = new Users(book, secrets);
        URI at = URI.create(address);
        // Browsers make passkeys for names only; on one's own machine that name is localhost.
        this.host = at.getHost().equals("127.0.0.1") ? "localhost" : at.getHost().matches("[0-9.]+|\\[.*") ? null : at.getHost();
        String origin = at.getScheme() + "://" + (host == null ? "localhost" : host) + (at.getPort() < 0 ? "" : ":" + at.getPort());
        this.operations = new Webauthn4JRelyingPartyOperations(users, credentials, PublicKeyCredentialRpEntity.builder()
                .id(host == null ? "localhost" : host).name("Pervius").build(), Set.of(origin));
        operations.setCustomizeCreationOptions(options -> options.authenticatorSelection(AuthenticatorSelectionCriteria.builder()
                .residentKey(ResidentKeyRequirement.REQUIRED).userVerification(UserVerificationRequirement.REQUIRED).build()));
        operations.setCustomizeRequestOptions(options -> options.userVerification(UserVerificationRequirement.REQUIRED));
    }

    /** The name Pervius must be reached by for passkeys; empty where it has none, so that there are no passkeys. */
    Optional<String> host() {
        return Optional.ofNullable(host);
    }

    @Transactional(readOnly = true)
    List<PasskeyView> of(long account) {
        return credentials.findByUserId(users.handle(account)).stream()
                .map(c -> new PasskeyView(c.getCredentialId().toBase64UrlString(), c.getLabel(), c.getCreated(), c.getLastUsed()))
                .sorted(Comparator.comparing(PasskeyView::since)).toList();
    }

    /** What a browser is asked to make a passkey of. */
    PublicKeyCredentialCreationOptions toMake(long account) {
        if (of(account).size() >= MOST) {
            throw Refused.conflict("too-many-passkeys", "An account has at most " + MOST + " passkeys. Withdraw one first.");
        }
        return operations.createPublicKeyCredentialCreationOptions(
                new ImmutablePublicKeyCredentialCreationOptionsRequest(signedIn(account)));
    }

    /** Keeps a passkey a browser has made. */
    void keep(PublicKeyCredentialCreationOptions asked, Map<String, Object> made, String name) {
        try {
            PublicKeyCredential<AuthenticatorAttestationResponse> credential = json.convertValue(made, new TypeReference<>() { });
            operations.registerCredential(new ImmutableRelyingPartyRegistrationRequest(asked, new RelyingPartyPublicKey(credential, name)));
        } catch (RuntimeException e) {
            throw Refused.invalid("credential", "This passkey could not be checked, so it was not kept. Try again.");
        }
    }

    void withdraw(long account, String id) {
        Bytes wanted = credentials.findByUserId(users.handle(account)).stream().map(CredentialRecord::getCredentialId)
                .filter(c -> c.toBase64UrlString().equals(id)).findFirst()
                .orElseThrow(() -> Refused.notFound("passkey"));
        credentials.delete(wanted);
    }

    void withdrawAll(long account) {
        credentials.findByUserId(users.handle(account)).forEach(c -> credentials.delete(c.getCredentialId()));
    }

    /** What a browser is asked to prove; with one of an account's passkeys, or with any where that is absent. */
    PublicKeyCredentialRequestOptions toProve(@Nullable Long account) {
        return operations.createCredentialRequestOptions(new ImmutablePublicKeyCredentialRequestOptionsRequest(account == null ? null
                : signedIn(account)));
    }

    /** The account a browser has proved, if it has. */
    Optional<Long> proved(PublicKeyCredentialRequestOptions asked, Map<String, Object> proof) {
        try {
            PublicKeyCredential<AuthenticatorAssertionResponse> credential = json.convertValue(proof, new TypeReference<>() { });
            return Optional.of(users.account(operations.authenticate(new RelyingPartyAuthenticationRequest(asked, credential)).getId()));
        } catch (RuntimeException e) {
            return Optional.empty();
        }
    }

    /** Options as a browser reads them. */
    Map<String, Object> forBrowser(Object options) {
        return json.convertValue(options, new TypeReference<>() { });
    }

    private static UsernamePasswordAuthenticationToken signedIn(long account) {
        return UsernamePasswordAuthenticationToken.authenticated(Long.toString(account), null, List.of());
    }

    /** Accounts as passkeys know them: by a handle that says nothing of the person. */
    private record Users(AccountBook book, Secrets secrets) implements PublicKeyCredentialUserEntityRepository {

        private static final int PROOF_BYTES = 24;

        Bytes handle(long account) {
            byte[] proof = secrets.sign("passkey handle " + account).getBytes(StandardCharsets.US_ASCII);
            return new Bytes(ByteBuffer.allocate(Long.BYTES + PROOF_BYTES).putLong(account).put(proof, 0, PROOF_BYTES).array());
        }

        long account(Bytes handle) {
            long account = ByteBuffer.wrap(handle.getBytes()).getLong();
            if (!handle(account).equals(handle)) {
                throw new IllegalArgumentException("not a handle of ours");
            }
            return account;
        }

        @Override
        public @Nullable PublicKeyCredentialUserEntity findById(Bytes handle) {
            return entity(account(handle));
        }

        @Override
        public @Nullable PublicKeyCredentialUserEntity findByUsername(String account) {
            return entity(Long.parseLong(account));
        }

        private @Nullable PublicKeyCredentialUserEntity entity(long account) {
            return book.find(account).map(a -> ImmutablePublicKeyCredentialUserEntity.builder().id(handle(account)).name(a.email())
                    .displayName(a.name()).build()).orElse(null);
        }

        @Override
        public void save(PublicKeyCredentialUserEntity entity) {
            throw new UnsupportedOperationException("accounts are made by AccountBook");
        }

        @Override
        public void delete(Bytes handle) {
            throw new UnsupportedOperationException("accounts stay");
        }
    }
}
