package app.pervius.server.trial;

import app.pervius.core.identify.Identify;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.trial.Tried;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.folders.Keepers;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.rules.RuleWritten;
import app.pervius.server.rules.SheetStates;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What would come of one arrival while a rule is being written. Keeps, spends and sends nothing. */
@RestController
class SampleController {

    private final Trials trials;
    private final Arrivals arrivals;
    private final Candidates candidates;
    private final TrialAnswers answers;
    private final SheetStates states;
    private final Passages passages;
    private final Projects projects;
    private final Folders folders;
    private final Keepers keepers;

    SampleController(Trials trials, Arrivals arrivals, Candidates candidates, TrialAnswers answers, SheetStates states, Passages passages,
            Projects projects, Folders folders, Keepers keepers) {
        this.trials = trials;
        this.arrivals = arrivals;
        this.candidates = candidates;
        this.answers = answers;
        this.states = states;
        this.passages = passages;
        this.projects = projects;
        this.folders = folders;
        this.keepers = keepers;
    }

    /**
     * A rule as it is being edited, and the arrival it is tried on: a past one, or a file that might come.
     *
     * @param folder where it would arrive
     * @param author whose work it would be; absent for whoever asks
     */
    record SampleEntry(@Valid @NotNull RuleWritten written, @Nullable Long passage, @Nullable Long folder,
            Candidates.@Valid @Nullable ComingFile file, @Nullable Long author) {
    }

    /**
     * What comes of the arrival.
     *
     * @param unmet why the rule does not fit it, as a clause; absent where it does
     * @param taken the name of the rule above that takes it first; absent where none does
     * @param tried what comes of it; absent where the rule cannot be tried
     */
    record Sample(@Nullable String unmet, @Nullable String taken, TrialAnswers.@Nullable TriedArrival tried) {
    }

    @PostMapping("/api/projects/{project}/rules/samples")
    Sample sample(@PathVariable long project, @Valid @RequestBody SampleEntry entry, Actor actor) {
        PassageFacts arrival = arrival(project, entry, actor);
        if (!entry.written().readable(Identify.nameFields(projects.settings(project).fields()))) {
            return new Sample("its pattern cannot be read", null, null);
        }
        trials.beforehand(List.of(arrival));
        RuleSheet sheet = states.drafted(project, entry.written());
        Trials.Fit fit = trials.fit(arrival, sheet, entry.written().row());
        Tried tried = trials.attempt(List.of(arrival), sheet, trials.begin(project)).getFirst();
        return new Sample(fit.unmet().orElse(null), fit.before().orElse(null), answers.tried(arrival, entry.passage(), tried, List.of(),
                true));
    }

    private PassageFacts arrival(long project, SampleEntry entry, Actor actor) {
        actor.in(project);
        if (keepers.keptBy(actor, project).isEmpty()) {
            actor.mustControl(project);
        }
        if (entry.passage() != null) {
            actor.mustControl(project);
            return passages.ofProject(project, List.of(entry.passage())).stream().findFirst().map(passages::asArrived)
                    .orElseThrow(() -> Refused.notFound("passage"));
        }
        if (entry.folder() == null || entry.file() == null) {
            throw Refused.invalid("file", "Say which arrival it is tried on.");
        }
        Folders.FolderView into = folders.visible(entry.folder(), actor);
        if (into.project() != project) {
            throw Refused.notFound("folder");
        }
        if (!keepers.keeps(actor, new FolderId(into.id()))) {
            actor.mustControl(project);
        }
        // Whose work it is hands it in.
        long author = candidates.author(project, entry.author(), actor);
        return arrivals.of(Candidates.coming(List.of(entry.file())),
                new Arrivals.Setting(into, author, author, FieldValues.NONE)).stream().findFirst()
                .orElseThrow(() -> Refused.invalid("file", arrivals.refusals(Candidates.coming(List.of(entry.file()))).getFirst()
                        .orElse("It cannot be tried.")));
    }
}
