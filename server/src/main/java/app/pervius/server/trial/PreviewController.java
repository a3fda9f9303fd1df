package app.pervius.server.trial;

import app.pervius.core.project.FieldValues;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.trial.Tried;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.intake.HandSending;
import app.pervius.server.passages.Joining;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.refused.Refused;
import app.pervius.server.rules.Rules;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What would come of files that are about to be dropped, or sent by hand, by the rules in force. */
@RestController
class PreviewController {
    /** So many files of a preview are tried together. */
    private static final int AT_ONCE = 25;

    /** Files about to be dropped; {@code given} are values for fields that are asked for. */
    record PreviewEntry(@NotNull @Size(max = 10_000) List<Candidates.@Valid @NotNull ComingFile> files, @Nullable Long author,
            @NotNull @Size(max = 50) Map<String, @NotNull @Size(max = 200) String> given) {
    }

    /** Files that lie in a folder and are about to be sent on a route by hand. */
    record SendingPreviewEntry(@NotEmpty @Size(max = 1000) List<@NotNull Long> files, @NotNull @Size(max = 60) String route,
            @Nullable Long author,
            @NotNull @Size(max = 50) Map<String, @NotNull @Size(max = 200) String> given) {
    }

    private final Trials trials;
    private final Rules rules;
    private final Arrivals arrivals;
    private final Candidates candidates;
    private final HandSending sendings;
    private final Folders folders;
    private final TrialAnswers answers;
    private final Joining joining;
    private final Passages passages;

    PreviewController(Trials trials, Rules rules, Arrivals arrivals, Candidates candidates, HandSending sendings, Folders folders,
            TrialAnswers answers, Joining joining, Passages passages) {
        this.trials = trials;
        this.rules = rules;
        this.arrivals = arrivals;
        this.candidates = candidates;
        this.sendings = sendings;
        this.folders = folders;
        this.answers = answers;
        this.joining = joining;
        this.passages = passages;
    }

    /** What would come of files about to be dropped into a folder, by the rules in force. */
    @PostMapping(path = "/api/folders/{folder}/previews", produces = "application/x-ndjson")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/x-ndjson",
            schema = @Schema(implementation = TrialAnswers.TrialLine.class)))
    void preview(@PathVariable long folder, @Valid @RequestBody PreviewEntry entry, Actor actor, HttpServletResponse response)
    throws IOException {
        Folders.FolderView into = folders.visible(folder, actor);
        if (!folders.mayDrop(actor, into)) {
            throw Refused.forbidden("You may not put files into “" + into.path() + "”.");
        }
        long author = candidates.author(into.project(), entry.author(), actor);
        List<PassageFacts> all = arrivals.of(Candidates.coming(entry.files()),
                new Arrivals.Setting(into, author, actor.person(into.project()), new FieldValues(entry.given())));
        Map<PassageFacts, Long> joins = joins(into, all);
        TrialAnswers.Lines lines = answers.begin(response);
        for (PassageFacts arrival : all) {
            if (joins.containsKey(arrival)) {
                lines.write(new TrialAnswers.TrialLine(0, all.size(), answers.joining(arrival,
                        passages.passage(joins.get(arrival)).inWords()), null, null, null));
            }
        }
        previewed(into.project(), all.stream().filter(arrival -> !joins.containsKey(arrival)).toList(), entry.files(), actor, lines);
    }

    /** Those that would go to a revision that waits for them, with its passage; all are of one author. */
    private Map<PassageFacts, Long> joins(Folders.FolderView into, List<PassageFacts> all) {
        Map<PassageFacts, Long> joins = new IdentityHashMap<>();
        if (!all.isEmpty()) {
            Joining.Halted halted = joining.halted(into.project(), into.id(), all.getFirst().authorFirm());
            all.forEach(arrival -> joining.wouldJoin(halted, arrival.baseName(), arrival.files()).ifPresent(id -> joins.put(arrival, id)));
        }
        return joins;
    }

    /** What would come of files that are sent on a route by hand, by the rules in force; files that cannot be sent at all are left out. */
    @PostMapping(path = "/api/folders/{folder}/sendings/previews", produces = "application/x-ndjson")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/x-ndjson",
            schema = @Schema(implementation = TrialAnswers.TrialLine.class)))
    void previewSending(@PathVariable long folder, @Valid @RequestBody SendingPreviewEntry entry, Actor actor,
            HttpServletResponse response) throws IOException {
        List<PassageFacts> all = sendings.sendable(folder, new HandSending.Sending(entry.files(), entry.route(), "", null, entry.author(),
                "", List.of(), List.of(), entry.given()), actor);
        previewed(folders.folder(folder).project(), all, List.of(), actor, answers.begin(response));
    }

    private void previewed(long project, List<PassageFacts> all, List<Candidates.ComingFile> files, Actor actor, TrialAnswers.Lines lines)
            throws IOException {
        answers.refused(Candidates.coming(files), lines, all.size());
        ScratchBooks scratch = trials.begin(project);
        RuleSheet now = rules.sheet(project);
        for (int from = 0; from < all.size(); from += AT_ONCE) {
            List<PassageFacts> some = all.subList(from, Math.min(all.size(), from + AT_ONCE));
            trials.beforehand(some);
            List<Tried> tried = trials.attempt(some, now, scratch);
            for (int i = 0; i < some.size(); i++) {
                lines.write(new TrialAnswers.TrialLine(from + i + 1, all.size(), answers.tried(some.get(i), null, tried.get(i), List.of(),
                        actor.controls(project)), null, null, null));
            }
        }
        lines.end(all.size(), null, List.of(), now.edition());
    }
}
