package app.pervius.server.projects;

import app.pervius.core.project.Code;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.StatusCode;
import app.pervius.server.access.Actor;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The projects the caller is in. */
@RestController
@RequestMapping("/api/projects")
class ProjectController {

    private final Projects projects;

    ProjectController(Projects projects) {
        this.projects = projects;
    }

    /** A field as screens need it; {@code codes} is empty unless it takes codes. */
    record FieldView(String key, String label, int greatestWidth, List<Code> codes) {
    }

    record ProjectView(long id, String code, String name, String zone, boolean controls, List<FieldView> fields,
            List<DecisionCode> decisionCodes, List<StatusCode> statusCodes) {
    }

    @GetMapping
    List<ProjectView> mine(Actor actor) {
        return projects.all(actor.memberships().keySet()).stream()
                .map(p -> new ProjectView(p.id(), p.code(), p.name(), p.zone().getId(), actor.controls(p.id()),
                        p.fields().all().stream().map(ProjectController::view).toList(), p.decisionCodes(), p.statusCodes()))
                .toList();
    }

    private static FieldView view(Field field) {
        List<Code> codes = field.kind() instanceof FieldKind.CodeList(List<Code> list) ? list : List.of();
        return new FieldView(field.key(), field.label(), field.greatestWidth(), codes);
    }
}
