package app.pervius.server.accounts;

import app.pervius.core.review.Who;
import app.pervius.core.rules.Where;
import app.pervius.server.access.Actor;
import app.pervius.server.access.FirstStepIsEnough;
import app.pervius.server.access.Sessions;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.refused.Refused;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. */
@RestController
@RequestMapping("/api/session")
class SessionController {

    private final AccountBook accounts;
    private final Attempts attempts;
    private final Passwords passwords;
    private final SecondSteps secondSteps;
    private final Codes codes;
    private final Sessions sessions;
    private final HalfOpen halfOpen;
    private final SignInLog log;
    private final ObjectProvider<SignOut> signOuts;

    SessionController(AccountBook accounts, Attempts attempts, Passwords passwords, SecondSteps secondSteps, Codes codes, Sessions sessions,
            HalfOpen halfOpen, SignInLog log, ObjectProvider<SignOut> signOuts) {
        this.accounts = accounts;
        this.attempts = attempts;
        this.passwords = passwords;
        this.secondSteps = secondSteps;
        this.codes = codes;
        this.sessions = sessions;
        this.halfOpen = halfOpen;
        this.log = log;
        this.signOuts = signOuts;
    }

    record Credentials(@NotBlank @Size(max = 254) String email, @NotBlank @Size(max = 200) String password) {
    }

    record CodeEntry(@NotBlank @Size(max = 40) String code) {
    }

    /**
     * Who is signed in.
     *
     * @param secondStepMissing a second step is asked of this person, who has none: nothing but setting one up is open
     * @param idleSeconds after how long without use the session ends
     * @param end when it ends in any case
     */
    record SessionNow(Actor actor, boolean secondStepMissing, long idleSeconds, Instant end) {
    }

    /** Where to go to sign out of the provider one came through too; absent where there was none. */
    record SignedOut(@Nullable String next) {
    }

    @GetMapping
    SessionNow whoAmI(@FirstStepIsEnough Actor actor, HttpServletRequest request, HttpServletResponse response) {
        sessions.tellToken(request, response);
        Sessions.Times times = sessions.times(request);
        return new SessionNow(actor, !sessions.secondStepProved() && secondSteps.required(actor), times.idle().toSeconds(), times.end());
    }

    @PostMapping
    SignInStep signIn(@Valid @RequestBody Credentials credentials, HttpServletRequest request, HttpServletResponse response) {
        attempts.begin(credentials.email(), request.getRemoteAddr());
        Optional<AccountBook.AccountView> account = accounts.byEmail(credentials.email()).filter(a -> !a.closed());
        String hash = account.flatMap(a -> accounts.passwordHash(a.id())).orElse(null);
        if (!passwords.matches(credentials.password(), hash)) {
            log.failed(credentials.email(), "by password", request.getRemoteAddr());
            throw Refused.unauthorized("This address and password do not belong together.");
        }
        log.proved(account.orElseThrow().id(), "by password", request.getRemoteAddr());
        attempts.succeeded(credentials.email(), request.getRemoteAddr());
        return halfOpen.goOn(account.orElseThrow().id(), request, response);
    }

    /** Where signing in stands that has begun elsewhere, such as with a provider: before a second step. */
    @GetMapping("/second-step")
    SignInStep secondStep(HttpServletRequest request, HttpServletResponse response) {
        long account = halfOpen.account(request).orElseThrow(HalfOpen::over);
        sessions.tellToken(request, response);
        return new SignInStep(null, secondSteps.of(account));
    }

    /** The second step: a one-time code, or a recovery code. */
    @PostMapping("/code")
    SignInStep code(@Valid @RequestBody CodeEntry entry, HttpServletRequest request, HttpServletResponse response) {
        long account = halfOpen.account(request).orElseThrow(HalfOpen::over);
        attempts.begin("code " + account, request.getRemoteAddr());
        if (!codes.take(account, entry.code())) {
            log.failed("account " + account, "by code", request.getRemoteAddr());
            throw Refused.invalid("code",
                    "This code is not right, or was used already. Type the one your device shows now, or a recovery code.");
        }
        attempts.succeeded("code " + account, request.getRemoteAddr());
        log.proved(account, "by code", request.getRemoteAddr());
        return new SignInStep(sessions.begin(account, true, request, response), Set.of());
    }

    @Act(kind = ActKind.SIGN_IN, says = "signed out")
    @DeleteMapping
    @ResponseStatus(HttpStatus.OK)
    SignedOut signOut(HttpServletRequest request) {
        String next = signOuts.stream().map(s -> s.next(request)).flatMap(Optional::stream).findFirst().orElse(null);
        sessions.end(request);
        return new SignedOut(next);
    }
}
