package app.pervius.server.setup;

import app.pervius.server.access.Actor;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.setup.sets.ChosenSets;
import app.pervius.server.setup.sets.MakingProject;
import app.pervius.server.setup.sets.SetEntry;
import app.pervius.server.signing.Invitations;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Further projects of an installation, made by its administrators. */
@RestController
class NewProjectController {

    private final FirstProject projects;
    private final ChosenSets sets;
    private final PeopleDesk people;
    private final AccountBook accounts;
    private final Invitations invitations;
    private final TransactionTemplate transaction;

    NewProjectController(FirstProject projects, ChosenSets sets, PeopleDesk people, AccountBook accounts, Invitations invitations,
            TransactionTemplate transaction) {
        this.projects = projects;
        this.sets = sets;
        this.people = people;
        this.accounts = accounts;
        this.invitations = invitations;
        this.transaction = transaction;
    }

    /** A project with its first firm and first controller, who is invited unless it is whoever makes it. */
    record NewProject(@NotBlank @Size(max = 10) String code, @NotBlank @Size(max = 200) String name, @NotBlank @Size(max = 60) String zone,
            @NotBlank @Size(max = 10) String firmCode,
            @NotBlank @Size(max = 200) String firmName, @NotBlank @Size(max = 200) String controller,
            @NotBlank @Size(max = 254) String controllerEmail, @Nullable @Valid SetEntry set) {
    }

    /** The project, and the link to hand to its controller where there is no mail. */
    record ProjectMade(long id, @Nullable String link) {
    }

    @Act(kind = ActKind.SETTINGS, says = "made a project")
    @PostMapping("/api/projects")
    @ResponseStatus(HttpStatus.CREATED)
    ProjectMade make(@Valid @RequestBody NewProject entry, Actor actor) {
        actor.mustAdminister();
        boolean own = AccountBook.key(entry.controllerEmail()).equals(AccountBook.key(accounts.account(actor.account()).email()));
        FirstProject.Made made = Objects.requireNonNull(transaction.execute(status -> {
            FirstProject.Made its = projects.make(new FirstProject.Wanted(new MakingProject.Called(entry.code(), entry.name(),
                    entry.zone()), sets.of(entry.set()), entry.firmCode(), entry.firmName(), entry.controller(), entry.controllerEmail()));
            Acting.to(its.project(), entry.code().strip() + " " + entry.name().strip());
            if (own) {
                people.joins(its.controller(), actor.account());
            }
            return its;
        }));
        return new ProjectMade(made.project(), own ? null : invitations.invite(made.project(), made.controller(), actor.name())
                .orElse(null));
    }
}
