package app.pervius.server.accounts;

import app.pervius.server.access.Actor;
import app.pervius.server.access.FirstStepIsEnough;
import app.pervius.server.access.Sessions;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
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
import org.springframework.http.HttpStatus;
import org.springframework.security.web.webauthn.api.PublicKeyCredentialCreationOptions;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own second steps: passkeys and one-time codes. */
@RestController
@RequestMapping("/api/account")
class OwnSecondStepsController {
    private static final String PASSKEY_TO_MAKE = "passkey to make";

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

    private final AccountBook accounts;
    private final Passkeys passkeys;
    private final Codes codes;
    private final SecondSteps secondSteps;
    private final Sessions sessions;
    private final Proof proof;

    OwnSecondStepsController(AccountBook accounts, Passkeys passkeys, Codes codes, SecondSteps secondSteps, Sessions sessions,
            Proof proof) {
        this.accounts = accounts;
        this.passkeys = passkeys;
        this.codes = codes;
        this.secondSteps = secondSteps;
        this.sessions = sessions;
        this.proof = proof;
    }

    @PostMapping("/passkeys/question")
    PasskeyToMake passkeyToMake(@Valid @RequestBody OwnAccountController.Proved entry, @FirstStepIsEnough Actor actor,
            HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        if (passkeys.host().isEmpty()) {
            throw Refused.conflict("no-passkeys", "Passkeys need Pervius to be reached by a name, not by a number.");
        }
        PublicKeyCredentialCreationOptions options = passkeys.toMake(actor.account());
        request.getSession().setAttribute(PASSKEY_TO_MAKE, options);
        return new PasskeyToMake(passkeys.forBrowser(options));
    }

    @Act(kind = ActKind.ACCOUNTS, says = "added a passkey")
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

    @Act(kind = ActKind.ACCOUNTS, says = "withdrew a passkey")
    @PostMapping("/passkeys/{id}/withdrawal")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdrawPasskey(@PathVariable String id, @Valid @RequestBody OwnAccountController.Proved entry, Actor actor,
            HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        secondSteps.mayLose(actor, SecondSteps.Way.PASSKEY);
        passkeys.withdraw(actor.account(), id);
    }

    /** A fresh secret for a device that makes one-time codes; it counts once {@link #beginCodes} has had a code of it. */
    @PostMapping("/codes/question")
    Codes.Enrolment codesToMake(@Valid @RequestBody OwnAccountController.Proved entry, @FirstStepIsEnough Actor actor,
            HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        Codes.Enrolment enrolment = codes.enrol(accounts.account(actor.account()));
        request.getSession().setAttribute("codes to begin", enrolment.secret());
        return enrolment;
    }

    @Act(kind = ActKind.ACCOUNTS, says = "began to use one-time codes")
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

    @Act(kind = ActKind.ACCOUNTS, says = "ended one-time codes")
    @PostMapping("/codes/withdrawal")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endCodes(@Valid @RequestBody OwnAccountController.Proved entry, Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        secondSteps.mayLose(actor, SecondSteps.Way.CODE);
        codes.end(actor.account());
    }

    @Act(kind = ActKind.ACCOUNTS, says = "made new recovery codes")
    @PostMapping("/recovery-codes")
    RecoveryCodes freshRecoveryCodes(@Valid @RequestBody OwnAccountController.Proved entry, Actor actor, HttpServletRequest request) {
        proof.must(actor, entry.password(), false, request);
        return new RecoveryCodes(codes.freshRecoveryCodes(actor.account()));
    }
}
