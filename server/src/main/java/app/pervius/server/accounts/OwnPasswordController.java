package app.pervius.server.accounts;

import app.pervius.server.access.Actor;
import app.pervius.server.access.FirstStepIsEnough;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own password. */
@RestController
@RequestMapping("/api/account/password")
class OwnPasswordController {
    /** {@code current} is the password until now; absent where there is none yet. */
    record PasswordChange(@Nullable @Size(max = 200) String current, @NotBlank @Size(max = 200) String password) {
    }

    private final AccountBook accounts;
    private final Passwords passwords;
    private final OwnWords ownWords;
    private final Proof proof;
    private final TransactionTemplate transaction;

    OwnPasswordController(AccountBook accounts, Passwords passwords, OwnWords ownWords, Proof proof, TransactionTemplate transaction) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.ownWords = ownWords;
        this.proof = proof;
        this.transaction = transaction;
    }

    /** Sets one's own password; all other sessions are over with it. */
    @Act(kind = ActKind.ACCOUNTS, says = "set the own password")
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(@Valid @RequestBody PasswordChange entry, @FirstStepIsEnough Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.current(), true, request);
        String hash = passwords.hash(entry.password(), ownWords.of(actor));
        transaction.executeWithoutResult(status -> accounts.setPassword(actor.account(), hash));
    }

    /** How good a password of one's own would be. */
    @PostMapping("/strength")
    PasswordStrength strength(@Valid @RequestBody PasswordStrength.Asked entry, @FirstStepIsEnough Actor actor) {
        return PasswordStrength.of(entry.password(), ownWords.of(actor));
    }
}
