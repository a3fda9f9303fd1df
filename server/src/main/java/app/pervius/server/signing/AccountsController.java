package app.pervius.server.signing;

import app.pervius.server.access.Actor;
import app.pervius.server.access.Sessions;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.SecondSteps;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.PersonUse;
import app.pervius.server.projects.Projects;
import app.pervius.server.projects.SecondStepFor;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** All accounts of the installation, for its administrators. */
@RestController
@RequestMapping("/api")
class AccountsController {

    private final AccountBook accounts;
    private final PeopleDesk people;
    private final Projects projects;
    private final SecondSteps secondSteps;
    private final Sessions sessions;
    private final NewPasswords passwords;

    AccountsController(AccountBook accounts, PeopleDesk people, Projects projects, SecondSteps secondSteps, Sessions sessions,
            NewPasswords passwords) {
        this.accounts = accounts;
        this.people = people;
        this.projects = projects;
        this.secondSteps = secondSteps;
        this.sessions = sessions;
        this.passwords = passwords;
    }

    /**
     * An account.
     *
     * @param projects the codes of the projects it is in
     * @param sessions how many there are now
     */
    record AccountLine(AccountBook.AccountView account, List<String> projects, Set<SecondSteps.Way> secondSteps, int sessions,
            @Nullable Instant lastUse) {
    }

    record Administrates(boolean administrator) {
    }

    /** Of whom the installation asks a second step of signing in. */
    record SecondStepSetting(@NotNull Set<@NotNull SecondStepFor> whom) {
    }

    @GetMapping("/accounts")
    List<AccountLine> accounts(Actor actor) {
        actor.mustAdminister();
        return accounts.all().stream().map(a -> {
            List<Sessions.SessionView> its = sessions.of(a.id(), null);
            return new AccountLine(a, projects.all(people.projectsOf(a.id())).stream().map(Projects.Settings::code).toList(),
                    secondSteps.of(a.id()), its.size(),
                    its.isEmpty() ? null : its.getFirst().lastUse());
        }).toList();
    }

    /** What hangs on an account in its projects, which is said before it is closed. */
    @GetMapping("/accounts/{id}/hanging")
    List<PersonUse.Hanging> hanging(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        accounts.account(id);
        return people.hangingOnAccount(id);
    }

    /** Closes an account: nobody signs in with it, its sessions are over, what was done with it stays. */
    @Act(kind = ActKind.ACCOUNTS, says = "closed an account")
    @PostMapping("/accounts/{id}/closing")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void close(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        if (id == actor.account()) {
            throw Refused.conflict("own-account", "Nobody closes the own account: another administrator does.");
        }
        accounts.close(id);
    }

    @Act(kind = ActKind.ACCOUNTS, says = "opened an account again")
    @PostMapping("/accounts/{id}/opening")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void open(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        accounts.open(id);
    }

    @Act(kind = ActKind.ACCOUNTS, says = "set who administers")
    @PutMapping("/accounts/{id}/administrator")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setAdministrator(@PathVariable long id, @Valid @RequestBody Administrates entry, Actor actor) {
        actor.mustAdminister();
        accounts.setAdministrator(id, entry.administrator());
    }

    /** Mails a link for a new password, or gives it to hand over where there is no mail. */
    @Act(kind = ActKind.ACCOUNTS, says = "sent a link for a new password")
    @PostMapping("/accounts/{id}/password-links")
    Invitations.HandedOver sendPasswordLink(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        Acting.to(accounts.account(id).email());
        if (accounts.account(id).closed()) {
            throw Refused.conflict("closed", "This account is closed. Open it first.");
        }
        return new Invitations.HandedOver(passwords.send(id, "the administrator sends you a link for a new password in Pervius.")
                .orElse(null));
    }

    /** Takes all second steps away, for who has lost the devices; all sessions are over. */
    @Act(kind = ActKind.ACCOUNTS, says = "took second steps away")
    @DeleteMapping("/accounts/{id}/second-steps")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forgetSecondSteps(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        Acting.to(accounts.account(id).email());
        secondSteps.forget(accounts.account(id).id());
        sessions.endAll(id, null);
    }

    @Act(kind = ActKind.ACCOUNTS, says = "ended all sessions of an account")
    @DeleteMapping("/accounts/{id}/sessions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSessions(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        Acting.to(accounts.account(id).email());
        sessions.endAll(accounts.account(id).id(), null);
    }

    @GetMapping("/installation/second-step")
    SecondStepSetting secondStep(Actor actor) {
        actor.mustAdminister();
        return new SecondStepSetting(secondSteps.ofInstallation());
    }

    @Act(kind = ActKind.SETTINGS, says = "set of whom this Pervius asks a second step")
    @PutMapping("/installation/second-step")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void askSecondStep(@Valid @RequestBody SecondStepSetting entry, Actor actor) {
        actor.mustAdminister();
        secondSteps.askInstallation(entry.whom());
    }
}
