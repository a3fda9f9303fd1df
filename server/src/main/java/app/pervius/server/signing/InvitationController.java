package app.pervius.server.signing;

import app.pervius.server.access.Actor;
import app.pervius.server.accounts.HalfOpen;
import app.pervius.server.accounts.SignInStep;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Inviting people, and accepting. */
@RestController
class InvitationController {

    private final Invitations invitations;
    private final Accepting accepting;
    private final People people;
    private final Projects projects;
    private final HalfOpen halfOpen;

    InvitationController(Invitations invitations, Accepting accepting, People people, Projects projects, HalfOpen halfOpen) {
        this.invitations = invitations;
        this.accepting = accepting;
        this.people = people;
        this.projects = projects;
        this.halfOpen = halfOpen;
    }

    record InvitedView(String name, String email, String firm, String project) {
    }

    record AcceptEntry(@NotBlank @Size(max = 200) String password) {
    }

    /** A person to be invited, with the roles that person is to hold. */
    record PersonEntry(@NotNull Long firmId, @NotBlank @Size(max = 200) String name, @NotBlank @Size(max = 254) String email,
            @Size(max = 200) @NotNull String job,
            @NotNull @Size(max = 50) Set<@NotNull Long> roles) {
    }

    /** The person, and the link to hand over where there is no mail. */
    record AddedView(People.PersonView person, @Nullable String link) {
    }

    /** Adds a person to a project and invites that person. */
    @Act(kind = ActKind.PEOPLE, says = "added and invited a person")
    @PostMapping("/api/projects/{project}/people")
    @ResponseStatus(HttpStatus.CREATED)
    AddedView add(@PathVariable long project, @Valid @RequestBody PersonEntry entry, Actor actor) {
        actor.mustControl(project);
        long person = invitations.add(project, new People.NewPerson(entry.firmId(), entry.name(), entry.email(), entry.job()),
                entry.roles());
        Optional<String> link = invitations.invite(project, person, actor.in(project).name());
        return new AddedView(people.person(person), link.orElse(null));
    }

    @Act(kind = ActKind.PEOPLE, says = "invited a person")
    @PostMapping("/api/projects/{project}/people/{person}/invitations")
    Invitations.HandedOver invite(@PathVariable long project, @PathVariable long person, Actor actor) {
        actor.mustControl(project);
        Acting.to(project, people.person(person).name());
        return new Invitations.HandedOver(invitations.invite(project, person, actor.in(project).name()).orElse(null));
    }

    @GetMapping("/api/entrance/invitations/{secret}")
    InvitedView invited(@PathVariable String secret) {
        People.PersonView person = accepting.invited(secret);
        return new InvitedView(person.name(), person.email(), person.firmName(), projects.settings(accepting.project(secret)).name());
    }

    /** Makes an account for the person who was invited, with this password; that person is signed in afterwards. */
    @Act(kind = ActKind.ACCOUNTS, says = "accepted an invitation")
    @PostMapping("/api/entrance/invitations/{secret}")
    SignInStep accept(@PathVariable String secret, @Valid @RequestBody AcceptEntry entry, HttpServletRequest request,
            HttpServletResponse response) {
        return halfOpen.goOn(accepting.accept(secret, entry.password()), request, response);
    }

    /** Whoever is signed in accepts, with the account that is there. */
    @Act(kind = ActKind.PEOPLE, says = "accepted an invitation")
    @PostMapping("/api/invitations/{secret}/acceptance")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void join(@PathVariable String secret, Actor actor) {
        accepting.accept(secret, actor);
    }
}
