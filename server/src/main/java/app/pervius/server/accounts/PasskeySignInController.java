package app.pervius.server.accounts;

import app.pervius.server.access.Sessions;
import app.pervius.server.refused.Refused;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialRequestOptions;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Signing in by a passkey, as the only step or the second. */
@RestController
@RequestMapping("/api/session/passkey")
class PasskeySignInController {
    private static final String PASSKEY_ASKED = "passkey asked";

    /** What a browser asks its passkeys to prove. */
    record PasskeyQuestion(Map<String, Object> options) {
    }

    record PasskeyProof(@NotNull Map<String, Object> credential) {
    }

    private final Passkeys passkeys;
    private final HalfOpen halfOpen;
    private final Sessions sessions;
    private final SignInLog log;

    PasskeySignInController(Passkeys passkeys, HalfOpen halfOpen, Sessions sessions, SignInLog log) {
        this.passkeys = passkeys;
        this.halfOpen = halfOpen;
        this.sessions = sessions;
        this.log = log;
    }

    /** What a passkey is asked to prove: one of the account a password was given for, or of any. */
    @PostMapping("/question")
    PasskeyQuestion passkeyQuestion(HttpServletRequest request, HttpServletResponse response) {
        if (passkeys.host().isEmpty()) {
            throw Refused.conflict("no-passkeys", "Passkeys need Pervius to be reached by a name, not by a number.");
        }
        PublicKeyCredentialRequestOptions options = passkeys.toProve(halfOpen.account(request).orElse(null));
        request.getSession(true).setAttribute(PASSKEY_ASKED, options);
        sessions.tellToken(request, response);
        return new PasskeyQuestion(passkeys.forBrowser(options));
    }

    @PostMapping
    SignInStep passkey(@Valid @RequestBody PasskeyProof proof, HttpServletRequest request, HttpServletResponse response) {
        HttpSession session = Optional.ofNullable(request.getSession(false)).orElseThrow(HalfOpen::over);
        if (!(session.getAttribute(PASSKEY_ASKED) instanceof PublicKeyCredentialRequestOptions asked)) {
            throw HalfOpen.over();
        }
        session.removeAttribute(PASSKEY_ASKED);
        Optional<Long> half = halfOpen.account(request);
        long account = passkeys.proved(asked, proof.credential()).filter(a -> half.isEmpty() || half.get().equals(a))
                .orElseThrow(() -> {
                    log.failed("", "by passkey", request.getRemoteAddr());
                    return Refused.unauthorized("This passkey does not open an account here. It may have been withdrawn.");
                });
        log.proved(account, "by passkey", request.getRemoteAddr());
        return new SignInStep(sessions.begin(account, true, request, response), Set.of());
    }
}
