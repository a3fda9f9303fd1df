package app.pervius.server.accounts;

import app.pervius.server.access.Actor;
import app.pervius.server.access.FirstStepIsEnough;
import app.pervius.server.access.Sessions;
import app.pervius.server.refused.Refused;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialCreationOptions;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own account: password, passkeys, one-time codes, sessions. */
@RestController
@RequestMapping("/api/account")
class OwnAccountController {

    private static final String PASSKEY_TO_MAKE = "passkey to make";

    private final AccountBook accounts;
    private final Passwords passwords;
    private final OwnWords ownWords;
    private final Proof proof;
    private final Passkeys passkeys;
    private final Codes codes;
    private final SecondSteps secondSteps;
    private final Sessions sessions;
    private final Attempts attempts;
    private final TransactionTemplate transaction;

    OwnAccountController(AccountBook accounts, Passwords passwords, OwnWords ownWords, Proof proof, Passkeys passkeys, Codes codes,
            SecondSteps secondSteps, Sessions sessions, Attempts attempts,
            TransactionTemplate transaction) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.ownWords = ownWords;
        this.proof = proof;
        this.passkeys = passkeys;
        this.codes = codes;
        this.secondSteps = secondSteps;
        this.sessions = sessions;
        this.attempts = attempts;
        this.transaction = transaction;
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

    /** {@code current} is the password until now; absent where there is none yet. */
    record PasswordChange(@Nullable @Size(max = 200) String current, @NotBlank @Size(max = 200) String password) {
    }

    /** The password once more; not needed shortly after signing in. */
    record Proved(@Nullable @Size(max = 200) String password) {
    }

    record CodesEntry(@NotBlank @Size(max = 100) String secret, @NotBlank @Size(max = 10) String code) {
    }

    /** Codes that are told this once. */
    record RecoveryCodes(List<String> codes) {
    }

    /** What the browser is asked to make a passkey of. */
    record PasskeyToMake(Map<String, Object> options) {
    }

    record NewPasskey(@NotBlank @Size(max = 60) String name, @NotNull Map<String, Object> credential) {
    }

    @GetMapping
    OwnAccount own(@FirstStepIsEnough Actor actor, HttpServletRequest request) {
        AccountBook.AccountView account = accounts.account(actor.account());
        return new OwnAccount(account, passkeys.of(account.id()), codes.recoveryCodesLeft(account.id()), passkeys.host().orElse(null),
                secondSteps.required(actor),
                sessions.of(account.id(), here(request)), attempts.waiting(account.email()).toSeconds());
    }

    /** Sets one's own password; all other sessions are over with it. */
    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(@Valid @RequestBody PasswordChange entry, @FirstStepIsEnough Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.current(), true, request);
        String hash = passwords.hash(entry.password(), ownWords.of(actor));
        transaction.executeWithoutResult(status -> accounts.setPassword(actor.account(), hash));
    }

    /** How good a password of one's own would be. */
    @PostMapping("/password/strength")
    PasswordStrength strength(@Valid @RequestBody PasswordStrength.Asked entry, @FirstStepIsEnough Actor actor) {
        return PasswordStrength.of(entry.password(), ownWords.of(actor));
    }

    @PostMapping("/passkeys/question")
    PasskeyToMake passkeyToMake(@Valid @RequestBody Proved entry, @FirstStepIsEnough Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        if (passkeys.host().isEmpty()) {
            throw Refused.conflict("no-passkeys", "Passkeys need Pervius to be reached by a name, not by a number.");
        }
        PublicKeyCredentialCreationOptions options = passkeys.toMake(actor.account());
        request.getSession().setAttribute(PASSKEY_TO_MAKE, options);
        return new PasskeyToMake(passkeys.forBrowser(options));
    }

    @PostMapping("/passkeys")
    @ResponseStatus(HttpStatus.CREATED)
    void addPasskey(@Valid @RequestBody NewPasskey entry, @FirstStepIsEnough Actor actor, HttpServletRequest request,
            HttpServletResponse response) {
        HttpSession session = request.getSession();
        if (!(session.getAttribute(PASSKEY_TO_MAKE) instanceof PublicKeyCredentialCreationOptions asked)) {
            throw Refused.conflict("begin-again", "This took too long. Begin to add the passkey again.");
        }
        session.removeAttribute(PASSKEY_TO_MAKE);
        passkeys.keep(asked, entry.credential(), entry.name().strip());
        sessions.provedSecondStep(request, response);
    }

    @PostMapping("/passkeys/{id}/withdrawal")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdrawPasskey(@PathVariable String id, @Valid @RequestBody Proved entry, Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        secondSteps.mayLose(actor, SecondSteps.Way.PASSKEY);
        passkeys.withdraw(actor.account(), id);
    }

    /** A fresh secret for a device that makes one-time codes; it counts once {@link #beginCodes} has had a code of it. */
    @PostMapping("/codes/question")
    Codes.Enrolment codesToMake(@Valid @RequestBody Proved entry, @FirstStepIsEnough Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        Codes.Enrolment enrolment = codes.enrol(accounts.account(actor.account()));
        request.getSession().setAttribute("codes to begin", enrolment.secret());
        return enrolment;
    }

    @PostMapping("/codes")
    RecoveryCodes beginCodes(@Valid @RequestBody CodesEntry entry, @FirstStepIsEnough Actor actor, HttpServletRequest request,
            HttpServletResponse response) {
        if (!Objects.equals(request.getSession().getAttribute("codes to begin"), entry.secret())) {
            throw Refused.conflict("begin-again", "This took too long. Begin to set up the codes again.");
        }
        RecoveryCodes fresh = new RecoveryCodes(codes.begin(actor.account(), entry.secret(), entry.code().strip()));
        request.getSession().removeAttribute("codes to begin");
        sessions.provedSecondStep(request, response);
        return fresh;
    }

    @PostMapping("/codes/withdrawal")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endCodes(@Valid @RequestBody Proved entry, Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        secondSteps.mayLose(actor, SecondSteps.Way.CODE);
        codes.end(actor.account());
    }

    @PostMapping("/recovery-codes")
    RecoveryCodes freshRecoveryCodes(@Valid @RequestBody Proved entry, Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        return new RecoveryCodes(codes.freshRecoveryCodes(actor.account()));
    }

    @PostMapping("/sessions/{handle}/ending")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSession(@PathVariable String handle, @Valid @RequestBody Proved entry, @FirstStepIsEnough Actor actor,
            HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        sessions.end(actor.account(), handle);
    }

    /** Ends all of one's sessions but this one. */
    @PostMapping("/sessions/ending")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endOtherSessions(@Valid @RequestBody Proved entry, @FirstStepIsEnough Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        sessions.endAll(actor.account(), here(request));
    }

    /** Lets oneself in elsewhere at once, whatever wrong tries there were. */
    @DeleteMapping("/waits")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endWaits(@FirstStepIsEnough Actor actor) {
        attempts.forget(accounts.account(actor.account()).email());
    }

    private static String here(HttpServletRequest request) {
        return request.getSession().getId();
    }
}
