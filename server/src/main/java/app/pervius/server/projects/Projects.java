package app.pervius.server.projects;

import app.pervius.core.calendar.WorkingCalendar;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.StatusCode;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.time.DateTimeException;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** Projects and what they agree on, for the other features. */
@Service
@Transactional
public class Projects {

    /**
     * A project with its settings.
     *
     * @param statusCodes what a revision may be used for
     * @param calendar its working days, in its time zone
     * @param secondStepFor of whom a second step of signing in is asked
     */
    public record Settings(long id, String code, String name, ZoneId zone, Fields fields, List<DecisionCode> decisionCodes,
            List<StatusCode> statusCodes, Optional<FolderId> archive, WorkingDays workingDays, WorkingCalendar calendar,
            Set<SecondStepFor> secondStepFor, int version) {
    }

    private final ProjectRepository projects;
    private final InstantSource clock;
    private final Remembered<Long, Settings> remembered = new Remembered<>();

    Projects(ProjectRepository projects, InstantSource clock) {
        this.projects = projects;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Settings settings(long project) {
        return remembered.get(project, () -> projects.findById(project).map(Projects::view).orElseThrow(() -> Refused.notFound("project")));
    }

    /** The day it is in a project's time zone. */
    @Transactional(readOnly = true)
    public LocalDate today(long project) {
        return LocalDate.ofInstant(clock.instant(), settings(project).zone());
    }

    @Transactional(readOnly = true)
    public List<Settings> all(Collection<Long> ids) {
        return projects.findByIdInOrderByCode(ids).stream().map(Projects::view).toList();
    }

    /** What a project agrees on as it begins; the usual working days where none are said. */
    public record Agreed(List<Field> fields, List<StatusCode> statusCodes, List<DecisionCode> decisionCodes, Optional<WorkingDays> days) {
    }

    /**
     * Makes a project without folders, rules or people.
     *
     * @param code 2 to 10 letters and digits, kept in capitals; no other project may have it
     * @param zone an IANA time zone such as {@code Europe/Berlin}
     * @return its id
     */
    public long make(String code, String name, String zone, Agreed agreed) {
        String upper = code.strip().toUpperCase(Locale.ROOT);
        if (!upper.matches("[A-Z0-9]{2,10}")) {
            throw Refused.invalid("code", "A project's code has 2 to 10 letters and digits, such as KWR.");
        }
        if (projects.existsByCode(upper)) {
            throw Refused.invalid("code", "There is a project " + upper + " already.");
        }
        try {
            ZoneId.of(zone);
        } catch (DateTimeException e) {
            throw Refused.invalid("zone", "“" + zone + "” is not a time zone.");
        }
        Project project = new Project();
        project.code = upper;
        project.name = name.strip();
        project.zone = zone;
        project.fields = Json.write(agreed.fields());
        project.decisionCodes = Json.write(agreed.decisionCodes());
        project.statusCodes = Json.write(agreed.statusCodes());
        agreed.days().ifPresent(days -> project.workingCalendar = Json.write(days));
        project.createdAt = clock.instant();
        return projects.save(project).id();
    }

    /** Says where what is decided is placed, once its folders exist. */
    public void placeDecisions(long id, List<DecisionCode> codes) {
        remembered.changed();
        Project project = projects.findById(id).orElseThrow(() -> Refused.notFound("project"));
        for (DecisionCode code : codes) {
            code.placing().filter(to -> settings(id).statusCodes().stream().noneMatch(s -> s.code().equals(to.statusCode())))
                    .ifPresent(to -> {
                throw Refused.invalid("decisionCodes", "“" + code.name() + "”: the project has no status code “" + to.statusCode() + "”.");
            });
        }
        project.decisionCodes = Json.write(codes);
    }

    /** Says which folder former revisions go to. */
    public void setArchive(long project, long folder) {
        remembered.changed();
        projects.findById(project).orElseThrow(() -> Refused.notFound("project")).archiveFolder = folder;
    }

    /** Says of whom the project asks a second step of signing in. */
    public void setSecondStepFor(long id, Set<SecondStepFor> whom, int version) {
        remembered.changed();
        Project project = projects.findById(id).orElseThrow(() -> Refused.notFound("project"));
        if (project.version != version) {
            throw Refused.conflict("changed-meanwhile", "Somebody else has changed the project in the meantime. Look at it as it is now.");
        }
        project.secondStepFor = SecondStepFor.write(whom);
        projects.saveAndFlush(project);
    }

    /** The current transaction changes a project's settings. */
    void changed() {
        remembered.changed();
    }

    private static Settings view(Project p) {
        WorkingDays days = p.workingCalendar.isEmpty() ? WorkingDays.USUAL : Json.read(p.workingCalendar, WorkingDays.class);
        return new Settings(p.id(), p.code, p.name, ZoneId.of(p.zone),
                new Fields(Json.read(p.fields, new TypeReference<List<Field>>() { }), Map.of("project", p.code)),
                Json.read(p.decisionCodes, new TypeReference<List<DecisionCode>>() { }),
                Json.read(p.statusCodes, new TypeReference<List<StatusCode>>() { }),
                Optional.ofNullable(p.archiveFolder).map(FolderId::new),
                days, days.in(ZoneId.of(p.zone)), SecondStepFor.read(p.secondStepFor), p.version);
    }
}
