package app.pervius.server.people;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who of a project is away, and who stands in. */
@RestController
@RequestMapping("/api/projects/{project}/absences")
class AbsenceController {

    private final Deputies deputies;
    private final People people;

    AbsenceController(Deputies deputies, People people) {
        this.deputies = deputies;
        this.people = people;
    }

    record AbsenceEntry(@NotNull Long person, @NotNull Long deputy, @NotNull LocalDate from, @NotNull LocalDate to,
            @NotNull @Size(max = 400) String note) {
    }

    @GetMapping
    List<Deputies.Away> absences(@PathVariable long project, Actor actor) {
        actor.in(project);
        return deputies.of(people.membersOf(project).stream().map(People.PersonView::id).toList());
    }

    @Act(kind = ActKind.PEOPLE, says = "entered an absence")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    void add(@PathVariable long project, @Valid @RequestBody AbsenceEntry entry, Actor actor) {
        actor.in(project);
        deputies.add(project, new Deputies.Away(0, entry.person(), entry.deputy(), entry.from(), entry.to(), entry.note()), actor);
    }

    @Act(kind = ActKind.PEOPLE, says = "took an absence out")
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long project, @PathVariable long id, Actor actor) {
        actor.in(project);
        deputies.remove(project, id, actor);
    }
}
