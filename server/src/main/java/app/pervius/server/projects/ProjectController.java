package app.pervius.server.projects;

import app.pervius.core.project.Code;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.Placing;
import app.pervius.core.project.StatusCode;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.TableReader;
import app.pervius.server.tables.TableWriter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

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
            List<CodeView> decisionCodes, List<StatusCode> statusCodes, WorkingDays workingDays, Set<SecondStepFor> secondStepFor,
            int version) {
    }

    /**
     * A decision code; {@code folder}, {@code status} and {@code path} say where it is issued unless a rule says otherwise, and are absent
     * where it goes back to the author.
     */
    record CodeView(@Min(1) @Max(4) int digit, @NotBlank @Size(max = 60) String name, @NotBlank @Size(max = 8) String shortText,
            boolean workMayGoOn, boolean mustComeAgain,
            boolean commentRequired, @Nullable Long folder, @Nullable @Size(max = 20) String status,
            @Nullable @Size(max = 500) String path) {

        static CodeView of(DecisionCode code) {
            return new CodeView(code.digit(), code.name(), code.shortText(), code.workMayGoOn(), code.mustComeAgain(),
                    code.commentRequired(),
                    code.placing().map(p -> p.folder().value()).orElse(null), code.placing().map(Placing::statusCode).orElse(null),
                    code.placing().map(Placing::path).orElse(null));
        }

        DecisionCode code() {
            Optional<Placing> placing = Optional.ofNullable(folder)
                    .map(id -> new Placing(new FolderId(id), status == null ? "" : status, path == null ? "" : path.strip()));
            return new DecisionCode(digit, name.strip(), shortText.strip(), workMayGoOn, mustComeAgain, commentRequired, placing);
        }
    }

    record DecisionCodesEntry(int version, @NotNull @Size(min = 4, max = 4) List<@Valid @NotNull CodeView> decisionCodes) {
    }

    record HolidayForm(@NotNull LocalDate day, @NotNull @Size(max = 120) String name) {
    }

    record WorkingDaysEntry(int version, @NotNull List<@NotNull DayOfWeek> daysOff, @NotNull LocalTime startOfDay,
            @NotNull LocalTime endOfDay,
            @NotNull @Size(max = 2000) List<@Valid @NotNull HolidayForm> holidays) {
    }

    record FieldsEntry(int version, @NotNull @Size(max = 100) List<@Valid @NotNull FieldForm> fields) {
    }

    record StatusCodeForm(@NotBlank @Size(max = 20) String code, @NotBlank @Size(max = 200) String meaning,
            @NotNull List<@NotNull InformationState> states) {
    }

    record StatusCodesEntry(int version, @NotNull @Size(max = 200) List<@Valid @NotNull StatusCodeForm> statusCodes) {
    }

    @GetMapping
    List<ProjectView> mine(Actor actor) {
        return projects.all(actor.memberships().keySet()).stream()
                .map(p -> new ProjectView(p.id(), p.code(), p.name(), p.zone().getId(), actor.controls(p.id()),
                        p.fields().all().stream().map(FieldForm::of).toList(), p.decisionCodes().stream().map(CodeView::of).toList(),
                        p.statusCodes(),
                        p.workingDays(), p.secondStepFor(), p.version()))
                .toList();
    }

    @Act(kind = ActKind.SETTINGS, says = "set the project's fields")
    @PutMapping("/{project}/fields")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setFields(@PathVariable long project, @Valid @RequestBody FieldsEntry entry, Actor actor) {
        actor.mustControl(project);
        desk.setFields(project, entry.fields().stream().map(FieldForm::field).toList(), entry.version(), actor);
    }

    /** The codes of a field as a table to take away; what is taken away can be taken over again. */
    @Act(kind = ActKind.EXPORTS, says = "took the codes of the field {field} away as a table")
    @GetMapping("/{project}/fields/{field}/codes")
    ResponseEntity<StreamingResponseBody> codes(@PathVariable long project, @PathVariable String field,
            @RequestParam TableWriter.Format format, Actor actor) {
        actor.in(project);
        Field of = projects.settings(project).fields().find(field).orElseThrow(() -> Refused.notFound("field"));
        if (!(of.kind() instanceof FieldKind.CodeList(List<Code> codes))) {
            throw Refused.invalid("field", "“" + of.label() + "” has no list of codes.");
        }
        return TableWriter.words(format, of.label(), List.of("Code", "Meaning", "Retired"), codes.stream()
                .map(c -> List.of(c.code(), c.meaning(), c.retired() ? "yes" : "")).toList());
    }

    /** Takes codes of a field over from a CSV or XLSX; with {@code look} it only says what is wrong with it. */
    @Act(kind = ActKind.SETTINGS, says = "took codes of the field {field} from a table")
    @PostMapping(path = "/{project}/fields/{field}/codes", consumes = "application/octet-stream")
    ProjectDesk.CodesTaken takeCodes(@PathVariable long project, @PathVariable String field, @RequestParam boolean look,
            HttpServletRequest request, Actor actor)
            throws IOException {
        actor.mustControl(project);
        return desk.takeCodes(project, field, tables.read(request.getInputStream()), look, actor);
    }

    /** Of whom a project asks a second step of signing in. */
    record SecondStepEntry(int version, @NotNull Set<@NotNull SecondStepFor> whom) {
    }

    @Act(kind = ActKind.SETTINGS, says = "set of whom a second step is asked")
    @PutMapping("/{project}/second-step")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void askSecondStep(@PathVariable long project, @Valid @RequestBody SecondStepEntry entry, Actor actor) {
        actor.mustControl(project);
        if (entry.whom().contains(SecondStepFor.ADMINISTRATORS)) {
            throw Refused.invalid("whom", "Of administrators only the installation asks a second step.");
        }
        projects.setSecondStepFor(project, entry.whom(), entry.version());
    }

    @Act(kind = ActKind.SETTINGS, says = "set the status codes")
    @PutMapping("/{project}/status-codes")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setStatusCodes(@PathVariable long project, @Valid @RequestBody StatusCodesEntry entry, Actor actor) {
        actor.mustControl(project);
        desk.setStatusCodes(project, entry.statusCodes().stream()
                .map(c -> new StatusCode(c.code().strip(), c.meaning().strip(), new LinkedHashSet<>(c.states()))).toList(), entry.version(),
                actor);
    }

    @Act(kind = ActKind.SETTINGS, says = "set the decision codes")
    @PutMapping("/{project}/decision-codes")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setDecisionCodes(@PathVariable long project, @Valid @RequestBody DecisionCodesEntry entry, Actor actor) {
        actor.mustControl(project);
        desk.setDecisionCodes(project, entry.decisionCodes().stream().map(CodeView::code).toList(), entry.version(), actor);
    }

    @Act(kind = ActKind.SETTINGS, says = "set the working days")
    @PutMapping("/{project}/working-days")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setWorkingDays(@PathVariable long project, @Valid @RequestBody WorkingDaysEntry entry, Actor actor) {
        actor.mustControl(project);
        desk.setWorkingDays(project, new WorkingDays(new LinkedHashSet<>(entry.daysOff()), entry.startOfDay(), entry.endOfDay(),
                entry.holidays().stream().map(h -> new WorkingDays.Holiday(h.day(), h.name().strip())).toList()), entry.version(), actor);
    }

    /** Reads the whole days of a calendar in iCalendar (RFC 5545); nothing is changed by it. */
    @Act(kind = ActKind.SETTINGS, says = "read holidays from a calendar")
    @PostMapping(path = "/{project}/holidays", consumes = "application/octet-stream")
    List<WorkingDays.Holiday> readHolidays(@PathVariable long project, HttpServletRequest request, Actor actor) throws IOException {
        actor.mustControl(project);
        return HolidayReader.read(request.getInputStream());
    }
}
