package app.pervius.server.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import org.jspecify.annotations.Nullable;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.csrf.DefaultCsrfToken;
import org.springframework.stereotype.Component;

/**
 * The proof that a call comes from a page of its own session. It is worked out from the session and told to the page in a
 * header of its answers, so there is no second cookie, and another session's is of no use.
 */
@Component
class PageTokens implements CsrfTokenRepository {

    private final Sessions sessions;

    PageTokens(Sessions sessions) {
        this.sessions = sessions;
    }

    @Override
    public CsrfToken generateToken(HttpServletRequest request) {
        CsrfToken there = loadToken(request);
        return there == null ? of("nobody") : there;
    }

    @Override
    public void saveToken(@Nullable CsrfToken token, HttpServletRequest request, HttpServletResponse response) {
        // It is worked out anew each time.
    }

    @Override
    public @Nullable CsrfToken loadToken(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        return session == null ? null : of(session.getId());
    }

    private CsrfToken of(String session) {
        return new DefaultCsrfToken(Sessions.PAGE_TOKEN, "_csrf", sessions.token(session));
    }
}
