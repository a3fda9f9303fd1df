package app.pervius.server.trial;

import app.pervius.core.project.FolderId;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.trial.Comparison;
import app.pervius.core.trial.Tried;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.folders.Keepers;
import app.pervius.server.intake.Closing;
import app.pervius.server.numbers.LedgerBook;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.SheetStates;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Trials: what a sheet would do with arrivals. Spends no number, sends nothing, moves nothing. */
@RestController
class TrialController {

    private final Trials trials;
    private final Candidates candidates;
    private final TrialAnswers answers;
    private final Rules rules;
    private final SheetStates states;
    private final LedgerBook book;
    private final Folders folders;
    private final Keepers keepers;
    private final Projects projects;

    TrialController(Trials trials, Candidates candidates, TrialAnswers answers, Rules rules, SheetStates states, LedgerBook book,
            Folders folders, Keepers keepers, Projects projects) {
        this.trials = trials;
        this.candidates = candidates;
        this.answers = answers;
        this.rules = rules;
        this.states = states;
        this.book = book;
        this.folders = folders;
        this.keepers = keepers;
        this.projects = projects;
    }

    /**
     * A trial of the draft. One of {@code last}, {@code passages} and {@code files} says on what.
     *
     * @param last so many of the newest arrivals
     * @param folder only arrivals in this folder; for files where they would arrive
     * @param passages passages as they arrived
     * @param files files that might arrive
     * @param author whose work files would be; absent for whoever asks
     * @param inForce whether the sheet in force is tried instead of the draft, so that nothing can differ
     * @param onlyDifferent whether only arrivals are answered that would fare otherwise than under the sheet in force
     */
    record TrialEntry(@Nullable @Min(1) @Max(10_000) Integer last, @Nullable Long folder,
            @NotNull @Size(max = 1000) List<@NotNull Long> passages,
            @NotNull @Size(max = 1000) List<Candidates.@Valid @NotNull ComingFile> files, @Nullable Long author, boolean onlyDifferent,
            boolean inForce) {
    }

    /** Tries the sheet as it is drafted, and says where it differs from the one in force. Closing the connection stops it. */
    @PostMapping(path = "/api/projects/{project}/trials", produces = "application/x-ndjson")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/x-ndjson",
            schema = @Schema(implementation = TrialAnswers.TrialLine.class)))
    void tryDraft(@PathVariable long project, @Valid @RequestBody TrialEntry entry, Actor actor, HttpServletResponse response)
    throws IOException {
        mayTry(project, entry, actor);
        TrialAnswers.Lines lines = answers.begin(response);
        ScratchBooks drafted = trials.begin(project);
        ScratchBooks inForce = trials.begin(project);
        RuleSheet now = rules.sheet(project);
        SheetStates.Drafted drafts = entry.inForce() ? new SheetStates.Drafted(now, List.of()) : states.drafted(project);
        RuleSheet draft = drafts.sheet();
        List<Candidates.Candidate> all = candidates.of(project, entry, actor);
        answers.refused(Candidates.coming(entry.files()), lines, all.size());
        TrialLetters letters = new TrialLetters(projects.settings(project).code());
        for (int i = 0; i < all.size(); i++) {
            PassageFacts arrival = all.get(i).arrival().get();
            trials.beforehand(List.of(arrival));
            KnownNumbers asItWas = all.get(i).passage().<KnownNumbers>map(id -> number -> book.knownBefore(project, number, id))
                    .orElse(drafted.asItIs());
            Tried after = trials.attempt(arrival, draft, drafted, asItWas);
            List<String> differences = Comparison.between(trials.attempt(arrival, now, inForce, asItWas), after);
            letters.add(arrival.originalName(), folders.folder(arrival.folder()).path(), after);
            boolean shown = !entry.onlyDifferent() || !differences.isEmpty();
            lines.write(new TrialAnswers.TrialLine(i + 1, all.size(), shown
                    ? answers.tried(arrival, all.get(i).passage().orElse(null), after, differences,
                    true) : null, null, null, null));
        }
        lines.end(all.size(), letters, drafts.faulty(), now.edition());
    }

    /** Controllers try everything, who looks after a folder what arrives there. */
    private void mayTry(long project, TrialEntry entry, Actor actor) {
        actor.in(project);
        boolean inOwn = entry.folder() != null && entry.passages().isEmpty() && folders.find(entry.folder())
                .filter(f -> f.project() == project).isPresent()
                && keepers.keeps(actor, new FolderId(entry.folder()));
        if (!inOwn) {
            actor.mustControl(project);
        }
    }
}
