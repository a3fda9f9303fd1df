package app.pervius.server.projects;

import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.StatusCode;
import app.pervius.server.access.Actor;
import app.pervius.server.tables.TableReader;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.LinkedHashSet;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The projects the caller is in, and what they agree on. */
@RestController
@RequestMapping("/api/projects")
class ProjectController {

    private final Projects projects;
    private final ProjectDesk desk;
    private final TableReader tables;

    ProjectController(Projects projects, ProjectDesk desk, TableReader tables) {
        this.projects = projects;
        this.desk = desk;
        this.tables = tables;
    }

    /** A project; {@code version} is for changing its settings. */
    record ProjectView(long id, String code, String name, String zone, boolean controls, List<FieldForm> fields,
            List<DecisionCode> decisionCodes, List<StatusCode> statusCodes, int version) {
    }

    record FieldsEntry(int version, @NotNull @Size(max = 100) List<@Valid @NotNull FieldForm> fields) {
    }

    record StatusCodeForm(@NotBlank @Size(max = 20) String code, @NotBlank @Size(max = 200) String meaning, @NotNull List<@NotNull InformationState> states) {
    }

    record StatusCodesEntry(int version, @NotNull @Size(max = 200) List<@Valid @NotNull StatusCodeForm> statusCodes) {
    }

    @GetMapping
    List<ProjectView> mine(Actor actor) {
        return projects.all(actor.memberships().keySet()).stream()
                .map(p -> new ProjectView(p.id(), p.code(), p.name(), p.zone().getId(), actor.controls(p.id()),
                        p.fields().all().stream().map(FieldForm::of).toList(), p.decisionCodes(), p.statusCodes(), p.version()))
                .toList();
    }

    @PutMapping("/{project}/fields")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setFields(@PathVariable long project, @Valid @RequestBody FieldsEntry entry, Actor actor) {
        actor.mustControl(project);
        desk.setFields(project, entry.fields().stream().map(FieldForm::field).toList(), entry.version(), actor);
    }

    /** Takes codes of a field over from a CSV or XLSX; with {@code look} it only says what is wrong with it. */
    @PostMapping(path = "/{project}/fields/{field}/codes", consumes = "application/octet-stream")
    ProjectDesk.CodesTaken takeCodes(@PathVariable long project, @PathVariable String field, @RequestParam boolean look, HttpServletRequest request, Actor actor)
            throws IOException {
        actor.mustControl(project);
        return desk.takeCodes(project, field, tables.read(request.getInputStream()), look, actor);
    }

    @PutMapping("/{project}/status-codes")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setStatusCodes(@PathVariable long project, @Valid @RequestBody StatusCodesEntry entry, Actor actor) {
        actor.mustControl(project);
        desk.setStatusCodes(project, entry.statusCodes().stream()
                .map(c -> new StatusCode(c.code().strip(), c.meaning().strip(), new LinkedHashSet<>(c.states()))).toList(), entry.version(), actor);
    }
}
