package app.pervius.server.intake;

import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What was handed in today. */
@RestController
class ArrivedTodayController {
    private static final int MOST_ARRIVED = 100;

    /** A submission of today; {@code uploader} is who handed it in, who need not be the author. */
    record ArrivedView(long id, String reference, String purpose, String author, String authorFirm, String uploader, String folderPath,
            int files, int refused, boolean open, Instant openedAt) {
    }

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository files;
    private final Folders folders;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;

    ArrivedTodayController(SubmissionRepository submissions, SubmissionFileRepository files, Folders folders, People people,
            Projects projects, InstantSource clock) {
        this.submissions = submissions;
        this.files = files;
        this.folders = folders;
        this.people = people;
        this.projects = projects;
        this.clock = clock;
    }

    /** What was handed in today, by the project's time zone; up to 100, the newest first. */
    @GetMapping("/api/projects/{project}/arrived-today")
    List<ArrivedView> arrivedToday(@PathVariable long project, Actor actor) {
        Instant midnight = clock.instant().atZone(projects.settings(project).zone()).toLocalDate()
                .atStartOfDay(projects.settings(project).zone()).toInstant();
        List<Submission> today = submissions.since(project, midnight, actor.seenFirms(project), Limit.of(MOST_ARRIVED));
        Map<Long, SubmissionFileRepository.Counted> counted = counted(today);
        return today.stream().map(s -> {
            People.PersonView author = people.person(s.authorId);
            Optional<SubmissionFileRepository.Counted> its = Optional.ofNullable(counted.get(s.id()));
            return new ArrivedView(s.id(), s.reference, s.purpose, author.name(), author.firmCode(), people.person(s.uploaderId).name(),
                    folders.folder(s.folderId).path(),
                    its.map(SubmissionFileRepository.Counted::getFiles).orElse(0),
                    its.map(SubmissionFileRepository.Counted::getRefused).orElse(0), s.open, s.openedAt);
        }).toList();
    }

    private Map<Long, SubmissionFileRepository.Counted> counted(List<Submission> of) {
        return of.isEmpty() ? Map.of() : files.counted(of.stream().map(Submission::id).toList(), SubmissionFile.State.REFUSED).stream()
                .collect(Collectors.toMap(SubmissionFileRepository.Counted::getSubmission, Function.identity()));
    }
}
