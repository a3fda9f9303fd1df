package app.pervius.server.people;

import app.pervius.server.access.Actor;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
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

/** People, firms and roles of a project. */
@RestController
@RequestMapping("/api/projects/{project}")
class PeopleController {

    private final People people;
    private final PeopleDesk desk;

    PeopleController(People people, PeopleDesk desk) {
        this.people = people;
        this.desk = desk;
    }

    record EverybodyView(List<People.PersonView> people, List<People.FirmView> firms, List<People.RoleView> roles) {
    }

    record FirmEntry(@NotBlank @Size(max = 10) String code, @NotBlank @Size(max = 200) String name) {
    }

    record PersonEntry(@NotNull Long firmId, @NotBlank @Size(max = 200) String name, @NotBlank @Size(max = 254) String email,
            @Size(max = 200) @NotNull String job, @Nullable @Size(max = 200) String password) {
    }

    record HoldersEntry(@NotNull List<@NotNull Long> holders, int version) {
    }

    record RoleEntry(@NotBlank @Size(max = 120) String name) {
    }

    @GetMapping("/people")
    EverybodyView everybody(@PathVariable long project, Actor actor) {
        actor.in(project);
        return new EverybodyView(people.membersOf(project), people.firms(), people.roles(project));
    }

    @PostMapping("/firms")
    @ResponseStatus(HttpStatus.CREATED)
    People.FirmView addFirm(@PathVariable long project, @Valid @RequestBody FirmEntry entry, Actor actor) {
        actor.mustControl(project);
        return people.firm(desk.addFirm(entry.code(), entry.name()));
    }

    @PostMapping("/people")
    @ResponseStatus(HttpStatus.CREATED)
    People.PersonView addPerson(@PathVariable long project, @Valid @RequestBody PersonEntry entry, Actor actor) {
        actor.mustControl(project);
        long id = desk.addPerson(new People.NewPerson(entry.firmId(), entry.name(), entry.email(), entry.job(), entry.password(), false));
        desk.join(project, id);
        return people.person(id);
    }

    @PostMapping("/roles")
    @ResponseStatus(HttpStatus.CREATED)
    void addRole(@PathVariable long project, @Valid @RequestBody RoleEntry entry, Actor actor) {
        actor.mustControl(project);
        desk.addRole(project, entry.name(), false, true);
    }

    @PutMapping("/roles/{role}/holders")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setHolders(@PathVariable long project, @PathVariable long role, @Valid @RequestBody HoldersEntry entry, Actor actor) {
        actor.mustControl(project);
        desk.setHolders(project, role, entry.holders(), entry.version());
    }

    /** What hangs on a person, which has to be dealt with before the person can leave. */
    @GetMapping("/people/{person}/hanging")
    List<PersonUse.Hanging> hanging(@PathVariable long project, @PathVariable long person, Actor actor) {
        actor.mustControl(project);
        return desk.hangingOn(project, person);
    }

    /** A person leaves the project. */
    @DeleteMapping("/people/{person}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(@PathVariable long project, @PathVariable long person, Actor actor) {
        actor.mustControl(project);
        desk.leave(project, person);
    }
}
