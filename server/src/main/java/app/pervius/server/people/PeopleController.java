package app.pervius.server.people;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.http.Tagged;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
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

/** People, firms and roles of a project. */
@RestController
@RequestMapping("/api/projects/{project}")
class PeopleController {

    private final People people;
    private final PeopleDesk desk;
    private final FirmDesk firms;
    private final RoleDesk roles;
    private final RoleLook look;

    PeopleController(People people, PeopleDesk desk, FirmDesk firms, RoleDesk roles, RoleLook look) {
        this.people = people;
        this.desk = desk;
        this.firms = firms;
        this.roles = roles;
        this.look = look;
    }

    record EverybodyView(List<People.PersonView> people, List<People.FirmView> firms, List<People.RoleView> roles) {
    }

    /** A firm; {@code folder} is where it gets a folder of its own, absent for none. */
    record FirmEntry(@NotBlank @Size(max = 10) String code, @NotBlank @Size(max = 200) String name, @Nullable Long folder) {
    }

    record HoldersEntry(@NotNull List<@NotNull Long> holders, int version) {
    }

    /** What a role is called and lets do; firms whose work is seen matter only where not all are. */
    record RoleEntry(@NotBlank @Size(max = 120) String name, @NotNull @Valid RightsForm may, int version) {
    }

    record RightsForm(boolean controls, boolean seesAll, @NotNull @Size(max = 500) Set<@NotNull Long> seesFirms, boolean handsIn,
            boolean sendsByHand, boolean decides) {
        RoleRights rights() {
            return new RoleRights(controls, seesAll, seesFirms, handsIn, sendsByHand, decides);
        }
    }

    /** A role as it would be; with those who would hold it. */
    record RoleLookEntry(@NotNull @Valid RightsForm may, @NotNull @Size(max = 5000) Set<@NotNull Long> holders) {
    }

    @Tagged
    @GetMapping("/people")
    EverybodyView everybody(@PathVariable long project, Actor actor) {
        actor.in(project);
        return new EverybodyView(people.membersOf(project), people.firms(project), people.roles(project));
    }

    @Act(kind = ActKind.PEOPLE, says = "added a firm")
    @PostMapping("/firms")
    @ResponseStatus(HttpStatus.CREATED)
    People.FirmView addFirm(@PathVariable long project, @Valid @RequestBody FirmEntry entry, Actor actor) {
        actor.mustControl(project);
        return people.firm(firms.add(project, entry.code(), entry.name(), entry.folder()));
    }

    @Act(kind = ActKind.ROLES, says = "added a role")
    @PostMapping("/roles")
    @ResponseStatus(HttpStatus.CREATED)
    void addRole(@PathVariable long project, @Valid @RequestBody RoleEntry entry, Actor actor) {
        actor.mustControl(project);
        roles.addRole(project, entry.name(), entry.may().rights());
    }

    @Act(kind = ActKind.ROLES, says = "changed a role")
    @PutMapping("/roles/{role}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changeRole(@PathVariable long project, @PathVariable long role, @Valid @RequestBody RoleEntry entry, Actor actor) {
        actor.mustControl(project);
        roles.changeRole(project, role, entry.name(), entry.may().rights(), entry.version());
    }

    /** What a role would open to whom, if it let do this and were held by these. */
    @PostMapping("/roles/{role}/looks")
    List<RoleLook.Opened> look(@PathVariable long project, @PathVariable long role, @Valid @RequestBody RoleLookEntry entry, Actor actor) {
        actor.mustControl(project);
        return look.of(project, role, entry.may().rights(), entry.holders());
    }

    @Act(kind = ActKind.ROLES, says = "set who holds a role")
    @PutMapping("/roles/{role}/holders")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setHolders(@PathVariable long project, @PathVariable long role, @Valid @RequestBody HoldersEntry entry, Actor actor) {
        actor.mustControl(project);
        roles.setHolders(project, role, entry.holders(), entry.version());
    }

    /** What hangs on a person, which has to be dealt with before the person can leave. */
    @GetMapping("/people/{person}/hanging")
    List<PersonUse.Hanging> hanging(@PathVariable long project, @PathVariable long person, Actor actor) {
        actor.mustControl(project);
        return desk.hangingOn(project, person);
    }

    /** A person leaves the project. */
    @Act(kind = ActKind.PEOPLE, says = "let a person leave")
    @DeleteMapping("/people/{person}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(@PathVariable long project, @PathVariable long person, Actor actor) {
        actor.mustControl(project);
        desk.leave(project, person);
    }
}
