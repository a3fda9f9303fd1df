package app.pervius.server.signing;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Entrance;
import app.pervius.server.access.Sessions;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.HalfOpen;
import app.pervius.server.accounts.SecondSteps;
import app.pervius.server.accounts.SignInLog;
import app.pervius.server.accounts.SignOut;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.oauth2.client.OAuth2AuthorizedClient;
import org.springframework.security.oauth2.client.authentication.OAuth2AuthenticationToken;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.web.DefaultOAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizationRequestCustomizers;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizedClientRepository;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.stereotype.Component;

/**
 * Signing in through a provider (OpenID Connect 1.0, authorization code with PKCE, by Spring Security), and out of it again
 * (RP-Initiated Logout 1.0).
 */
@Component
class ProviderEntrance implements Entrance, SignOut {

    private static final Logger LOG = LoggerFactory.getLogger(ProviderEntrance.class);
    private static final String ID_TOKEN = "provider's id token";
    private static final String KEY = "provider's key";

    private final Providers providers;
    private final Accounts actors;
    private final SecondSteps secondSteps;
    private final HalfOpen halfOpen;
    private final Sessions sessions;
    private final SignInLog log;
    private final String address;

    ProviderEntrance(Providers providers, Accounts actors, SecondSteps secondSteps, HalfOpen halfOpen, Sessions sessions,
            SignInLog log, @Value("${pervius.address}") String address) {
        this.providers = providers;
        this.actors = actors;
        this.secondSteps = secondSteps;
        this.halfOpen = halfOpen;
        this.sessions = sessions;
        this.log = log;
        this.address = address;
    }

    @Override
    public void configure(HttpSecurity http) {
        DefaultOAuth2AuthorizationRequestResolver requests = new DefaultOAuth2AuthorizationRequestResolver(providers,
                Providers.BEGIN.substring(0, Providers.BEGIN.length() - 1));
        requests.setAuthorizationRequestCustomizer(OAuth2AuthorizationRequestCustomizers.withPkce());
        http.oauth2Login(login -> login.clientRegistrationRepository(providers).authorizedClientRepository(new Forgotten())
                .loginPage("/sign-in")
                .authorizationEndpoint(begin -> begin.authorizationRequestResolver(requests))
                .redirectionEndpoint(back -> back.baseUri(Providers.RETURN + "*"))
                .successHandler(this::letIn)
                .failureHandler((request, response, refused) -> {
                    LOG.info("a sign-in through a provider failed: {}", refused.getMessage());
                    log.failed("", "through a provider", request.getRemoteAddr());
                    response.sendRedirect("/sign-in?provider=failed");
                }));
    }

    private void letIn(HttpServletRequest request, HttpServletResponse response, Authentication authentication) throws IOException {
        OAuth2AuthenticationToken token = (OAuth2AuthenticationToken) authentication;
        String key = token.getAuthorizedClientRegistrationId();
        AccountBook.AccountView account = token.getPrincipal() instanceof OidcUser user
                ? providers.account(Objects.requireNonNull(user.getIssuer()).toString(), Objects.requireNonNull(user.getSubject()),
                user.getEmail(),
                Boolean.TRUE.equals(user.getEmailVerified())).filter(a -> actors.actor(a.id()).isPresent()).orElse(null) : null;
        if (account == null || !(token.getPrincipal() instanceof OidcUser user)) {
            sessions.end(request);
            log.failed(token.getPrincipal() instanceof OidcUser unknown ? Objects.requireNonNullElse(unknown.getEmail(), "") : "",
                    "through the provider " + key, request.getRemoteAddr());
            response.sendRedirect("/sign-in?provider=unknown");
            return;
        }
        if (!providers.bothSteps(key) && !secondSteps.of(account.id()).isEmpty()) {
            halfOpen.begin(account.id(), request);
            response.sendRedirect("/sign-in?provider=second-step");
            return;
        }
        sessions.begin(account.id(), providers.bothSteps(key), request, response);
        HttpSession session = request.getSession();
        session.setAttribute(ID_TOKEN, user.getIdToken().getTokenValue());
        session.setAttribute(KEY, key);
        response.sendRedirect("/desk");
    }

    @Override
    public Optional<String> next(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session == null || !(session.getAttribute(KEY) instanceof String key)
                || !(session.getAttribute(ID_TOKEN) instanceof String idToken)) {
            return Optional.empty();
        }
        ClientRegistration registration = providers.findByRegistrationId(key);
        Map<String, Object> metadata = registration == null ? Map.of() : registration.getProviderDetails().getConfigurationMetadata();
        return Optional.ofNullable(metadata.get("end_session_endpoint"))
                .map(end -> end + "?id_token_hint=" + encoded(idToken) + "&post_logout_redirect_uri=" + encoded(address + "/sign-in"));
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    /** The provider's tokens are of no use once it has said who somebody is, so none is kept. */
    private static final class Forgotten implements OAuth2AuthorizedClientRepository {

        @Override
        public <T extends OAuth2AuthorizedClient> @Nullable T loadAuthorizedClient(String key, Authentication principal,
                HttpServletRequest request) {
            return null;
        }

        @Override
        public void saveAuthorizedClient(OAuth2AuthorizedClient client, Authentication principal, HttpServletRequest request,
                HttpServletResponse response) {
            // Not kept.
        }

        @Override
        public void removeAuthorizedClient(String key, Authentication principal, HttpServletRequest request, HttpServletResponse response) {
            // Nothing is kept.
        }
    }
}
