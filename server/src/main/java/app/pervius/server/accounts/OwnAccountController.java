package app.pervius.server.accounts;

import app.pervius.server.access.Actor;
import app.pervius.server.access.FirstStepIsEnough;
import app.pervius.server.access.Sessions;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own account: password, passkeys, one-time codes, sessions. */
@RestController
@RequestMapping("/api/account")
class OwnAccountController {

    private final AccountBook accounts;
    private final Passkeys passkeys;
    private final Codes codes;
    private final SecondSteps secondSteps;
    private final Sessions sessions;
    private final Attempts attempts;
    private final Proof proof;

    OwnAccountController(AccountBook accounts, Passkeys passkeys, Codes codes, SecondSteps secondSteps, Sessions sessions,
            Attempts attempts, Proof proof) {
        this.accounts = accounts;
        this.passkeys = passkeys;
        this.codes = codes;
        this.secondSteps = secondSteps;
        this.sessions = sessions;
        this.attempts = attempts;
        this.proof = proof;
    }

    /**
     * One's account.
     *
     * @param recoveryCodes how many are left
     * @param passkeyHost the name Pervius must be reached by for passkeys; absent where there are none
     * @param secondStepAsked whether a second step is asked of this person
     * @param waitSeconds how long somebody who signs in with the password has to wait now, since there were wrong tries
     */
    record OwnAccount(AccountBook.AccountView account, List<Passkeys.PasskeyView> passkeys, int recoveryCodes, @Nullable String passkeyHost,
            boolean secondStepAsked,
            List<Sessions.SessionView> sessions, long waitSeconds) {
    }

    /** The password once more; not needed shortly after signing in. */
    record Proved(@Nullable @Size(max = 200) String password) {
    }

    @GetMapping
    OwnAccount own(@FirstStepIsEnough Actor actor, HttpServletRequest request) {
        AccountBook.AccountView account = accounts.account(actor.account());
        return new OwnAccount(account, passkeys.of(account.id()), codes.recoveryCodesLeft(account.id()), passkeys.host().orElse(null),
                secondSteps.required(actor),
                sessions.of(account.id(), here(request)), attempts.waiting(account.email()).toSeconds());
    }

    @Act(kind = ActKind.ACCOUNTS, says = "ended one of the own sessions")
    @PostMapping("/sessions/{handle}/ending")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSession(@PathVariable String handle, @Valid @RequestBody Proved entry, @FirstStepIsEnough Actor actor,
            HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        sessions.end(actor.account(), handle);
    }

    /** Ends all of one's sessions but this one. */
    @Act(kind = ActKind.ACCOUNTS, says = "ended all other own sessions")
    @PostMapping("/sessions/ending")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endOtherSessions(@Valid @RequestBody Proved entry, @FirstStepIsEnough Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        sessions.endAll(actor.account(), here(request));
    }

    /** Lets oneself in elsewhere at once, whatever wrong tries there were. */
    @Act(kind = ActKind.ACCOUNTS, says = "ended the waits at the own account")
    @DeleteMapping("/waits")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endWaits(@FirstStepIsEnough Actor actor) {
        attempts.forget(accounts.account(actor.account()).email());
    }

    private static String here(HttpServletRequest request) {
        return request.getSession().getId();
    }
}
