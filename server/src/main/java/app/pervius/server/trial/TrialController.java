package app.pervius.server.trial;

import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FolderId;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.trial.Comparison;
import app.pervius.core.trial.Tried;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.folders.Keepers;
import app.pervius.server.refused.Refused;
import app.pervius.server.intake.HandSending;
import app.pervius.server.intake.KeptArrivals;
import app.pervius.server.numbers.LedgerBook;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.SheetStates;
import app.pervius.server.titleblocks.TitleBlockRemarks;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** Trials: what a sheet would do with arrivals. Spends no number, sends nothing, moves nothing. */
@RestController
class TrialController {

    /** So many files of a preview are tried together. */
    private static final int AT_ONCE = 25;

    private final Trials trials;
    private final Arrivals arrivals;
    private final Rules rules;
    private final SheetStates states;
    private final LedgerBook book;
    private final Passages passages;
    private final Folders folders;
    private final Keepers keepers;
    private final People people;
    private final Projects projects;
    private final JsonMapper json;
    private final TitleBlockRemarks titleBlocks;
    private final HandSending sendings;
    private final KeptArrivals keptOnly;

    TrialController(Trials trials, Arrivals arrivals, Rules rules, SheetStates states, LedgerBook book, Passages passages, Folders folders,
            Keepers keepers, People people,
            Projects projects, JsonMapper json, TitleBlockRemarks titleBlocks, HandSending sendings, KeptArrivals keptOnly) {
        this.sendings = sendings;
        this.keptOnly = keptOnly;
        this.titleBlocks = titleBlocks;
        this.trials = trials;
        this.arrivals = arrivals;
        this.rules = rules;
        this.states = states;
        this.book = book;
        this.passages = passages;
        this.folders = folders;
        this.keepers = keepers;
        this.people = people;
        this.projects = projects;
        this.json = json;
    }

    /**
     * A file that might arrive; {@code head} are its first bytes in Base64 and {@code hash} the SHA-256 of all of them, absent where they
     * are not known.
     */
    record ComingFile(@NotNull @Size(max = 2000) String name, @Min(0) long size, @Nullable @Size(max = 8192) String head,
            @Nullable @Pattern(regexp = "[0-9a-fA-F]{64}") String hash) {
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
            @NotNull @Size(max = 1000) List<@Valid @NotNull ComingFile> files, @Nullable Long author, boolean onlyDifferent,
            boolean inForce) {
    }

    /** Files about to be dropped; {@code given} are values for fields that are asked for. */
    record PreviewEntry(@NotNull @Size(max = 10_000) List<@Valid @NotNull ComingFile> files, @Nullable Long author,
            @NotNull @Size(max = 50) Map<String, @NotNull @Size(max = 200) String> given) {
    }

    /**
     * One arrival tried.
     *
     * @param passage the passage, of a past arrival
     * @param remarks what there is to know of its bytes: that they came before, what the title block says otherwise, that it cannot be
     *     opened
     * @param refusal why the file would not even be taken in; all else is absent then
     * @param differences where it differs from what the sheet in force would do; empty where nothing does or nothing was compared
     */
    record TriedArrival(@Nullable Long passage, String name, int files, String from, String folder, @Nullable String refusal,
            List<String> remarks, @Nullable TriedView tried, List<String> differences) {
    }

    /**
     * A line of an answer, which is written line by line as it is worked out (JSON Lines).
     *
     * @param done how many arrivals have been tried
     * @param of how many there are
     * @param arrival one that was tried; absent where only the count goes on
     * @param sheet on the last line, the edition of the sheet in force that was tried or compared with
     * @param faulty on the last line, names of rules whose drafts have errors; of them what is in force was tried, or nothing
     */
    record TrialLine(int done, int of, @Nullable TriedArrival arrival, @Nullable List<String> faulty, @Nullable Integer sheet) {
    }

    /** An arrival to be tried; what it needs is read when its turn comes. */
    private record Candidate(Supplier<PassageFacts> arrival, Optional<Long> passage) {
    }

    /** Tries the sheet as it is drafted, and says where it differs from the one in force. Closing the connection stops it. */
    @PostMapping(path = "/api/projects/{project}/trials", produces = "application/x-ndjson")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/x-ndjson",
            schema = @Schema(implementation = TrialLine.class)))
    void tryDraft(@PathVariable long project, @Valid @RequestBody TrialEntry entry, Actor actor, HttpServletResponse response)
    throws IOException {
        mayTry(project, entry, actor);
        Lines lines = new Lines(response, json);
        ScratchBooks drafted = trials.begin(project);
        ScratchBooks inForce = trials.begin(project);
        RuleSheet now = rules.sheet(project);
        SheetStates.Drafted drafts = entry.inForce() ? new SheetStates.Drafted(now, List.of()) : states.drafted(project);
        RuleSheet draft = drafts.sheet();
        List<Candidate> all = candidates(project, entry, actor);
        refused(entry.files(), lines, all.size());
        for (int i = 0; i < all.size(); i++) {
            PassageFacts arrival = all.get(i).arrival().get();
            trials.beforehand(List.of(arrival));
            KnownNumbers asItWas = all.get(i).passage().<KnownNumbers>map(id -> number -> book.knownBefore(project, number, id))
                    .orElse(drafted.asItIs());
            Tried after = trials.attempt(arrival, draft, drafted, asItWas);
            List<String> differences = Comparison.between(trials.attempt(arrival, now, inForce, asItWas), after);
            boolean shown = !entry.onlyDifferent() || !differences.isEmpty();
            lines.write(new TrialLine(i + 1, all.size(), shown ? tried(arrival, all.get(i).passage().orElse(null), after, differences,
                    true) : null, null, null));
        }
        lines.end(all.size(), drafts.faulty(), now.edition());
    }

    /** What would come of files about to be dropped into a folder, by the rules in force. */
    @PostMapping(path = "/api/folders/{folder}/previews", produces = "application/x-ndjson")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/x-ndjson",
            schema = @Schema(implementation = TrialLine.class)))
    void preview(@PathVariable long folder, @Valid @RequestBody PreviewEntry entry, Actor actor, HttpServletResponse response)
    throws IOException {
        Folders.FolderView into = folders.visible(folder, actor);
        if (!folders.mayDrop(actor, into)) {
            throw Refused.forbidden("You may not put files into “" + into.path() + "”.");
        }
        long author = author(into.project(), entry.author(), actor);
        List<PassageFacts> all = arrivals.of(coming(entry.files()),
                new Arrivals.Setting(into, author, actor.person(into.project()), new FieldValues(entry.given())));
        previewed(into.project(), all, entry.files(), actor, new Lines(response, json));
    }

    /** Files that lie in a folder and are about to be sent on a route by hand. */
    record SendingPreviewEntry(@NotEmpty @Size(max = 1000) List<@NotNull Long> files, @NotNull @Size(max = 60) String route,
            @Nullable Long author,
            @NotNull @Size(max = 50) Map<String, @NotNull @Size(max = 200) String> given) {
    }

    /** What would come of files that are sent on a route by hand, by the rules in force; files that cannot be sent at all are left out. */
    @PostMapping(path = "/api/folders/{folder}/sendings/previews", produces = "application/x-ndjson")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/x-ndjson",
            schema = @Schema(implementation = TrialLine.class)))
    void previewSending(@PathVariable long folder, @Valid @RequestBody SendingPreviewEntry entry, Actor actor,
            HttpServletResponse response) throws IOException {
        List<PassageFacts> all = sendings.sendable(folder, new HandSending.Sending(entry.files(), entry.route(), "", null, entry.author(),
                "", List.of(), List.of(), entry.given()), actor);
        previewed(folders.folder(folder).project(), all, List.of(), actor, new Lines(response, json));
    }

    private void previewed(long project, List<PassageFacts> all, List<ComingFile> files, Actor actor, Lines lines) throws IOException {
        refused(files, lines, all.size());
        ScratchBooks scratch = trials.begin(project);
        RuleSheet now = rules.sheet(project);
        for (int from = 0; from < all.size(); from += AT_ONCE) {
            List<PassageFacts> some = all.subList(from, Math.min(all.size(), from + AT_ONCE));
            trials.beforehand(some);
            List<Tried> tried = trials.attempt(some, now, scratch);
            for (int i = 0; i < some.size(); i++) {
                lines.write(new TrialLine(from + i + 1, all.size(), tried(some.get(i), null, tried.get(i), List.of(),
                        actor.controls(project)), null, null));
            }
        }
        lines.end(all.size(), List.of(), now.edition());
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

    private List<Candidate> candidates(long project, TrialEntry entry, Actor actor) {
        if (!entry.files().isEmpty()) {
            if (entry.folder() == null) {
                throw Refused.invalid("folder", "Say in which folder the files would arrive.");
            }
            Folders.FolderView into = folders.visible(entry.folder(), actor);
            if (into.project() != project) {
                throw Refused.notFound("folder");
            }
            return arrivals.of(coming(entry.files()), new Arrivals.Setting(into, author(project, entry.author(), actor),
                    actor.person(project), FieldValues.NONE)).stream()
                    .map(arrival -> new Candidate(() -> arrival, Optional.empty())).toList();
        }
        if (!entry.passages().isEmpty()) {
            return passages.ofProject(project, entry.passages()).stream().map(this::candidate).toList();
        }
        int last = entry.last() == null ? 100 : entry.last();
        // Passages and submissions have their ids from one sequence, so that ids say what came after what.
        TreeMap<Long, List<Candidate>> byTime = new TreeMap<>();
        passages.arrived(project, entry.folder(), last).forEach(id -> byTime.put(id, List.of(candidate(id))));
        keptOnly.last(project, entry.folder(), last).forEach((submission, its) -> byTime.put(submission, its.stream()
                .map(kept -> new Candidate(() -> kept, Optional.empty())).toList()));
        List<Candidate> all = byTime.values().stream().flatMap(List::stream).toList();
        return all.subList(Math.max(0, all.size() - last), all.size());
    }

    private Candidate candidate(long passage) {
        return new Candidate(() -> passages.asArrived(passage), Optional.of(passage));
    }

    private long author(long project, @Nullable Long wanted, Actor actor) {
        long author = wanted == null ? actor.person(project) : wanted;
        if (author != actor.person(project)) {
            actor.mustControl(project);
            if (!people.isMember(project, author)) {
                throw Refused.invalid("author", "The author is not in this project.");
            }
        }
        return author;
    }

    private static List<Arrivals.Coming> coming(List<ComingFile> files) {
        return files.stream().map(f -> new Arrivals.Coming(f.name(), f.size(), f.head(), f.hash())).toList();
    }

    private static void refused(List<ComingFile> files, Lines lines, int of) throws IOException {
        for (Arrivals.Coming file : coming(files)) {
            Optional<String> refusal = Arrivals.refusal(file);
            if (refusal.isPresent()) {
                lines.write(new TrialLine(0, of, new TriedArrival(null, file.name(), 1, "", "", refusal.get(), List.of(), null, List.of()),
                        null, null));
            }
        }
    }

    private TriedArrival tried(PassageFacts arrival, @Nullable Long passage, Tried tried, List<String> differences, boolean everything) {
        Projects.Settings settings = projects.settings(arrival.project());
        Fields fields = settings.fields();
        List<DecisionCode> codes = settings.decisionCodes();
        return new TriedArrival(passage, arrival.originalName(), arrival.files().size(), people.person(arrival.author()).name(),
                folders.folder(arrival.folder()).path(), null, remarks(arrival, passage == null, tried),
                TriedView.of(tried, fields, codes, everything), differences);
    }

    private List<String> remarks(PassageFacts arrival, boolean coming, Tried tried) {
        List<String> all = new ArrayList<>(coming ? arrivals.cameBefore(arrival) : List.of());
        if (!arrival.files().isEmpty()) {
            all.addAll(titleBlocks.remarks(arrival.project(), arrival.files(), tried.number(), tried.revision()));
        }
        return all;
    }

    /** An answer that is written line by line. */
    private static final class Lines {
        private final OutputStream out;
        private final JsonMapper json;

        Lines(HttpServletResponse response, JsonMapper json) throws IOException {
            this.json = json;
            response.setContentType("application/x-ndjson");
            response.setHeader("Cache-Control", "no-store");
            out = response.getOutputStream();
        }

        void write(TrialLine line) throws IOException {
            out.write((json.writeValueAsString(line) + "\n").getBytes(StandardCharsets.UTF_8));
            if (line.arrival() == null || line.done() % 20 == 0) {
                out.flush();
            }
        }

        void end(int of, List<String> faulty, int sheet) throws IOException {
            write(new TrialLine(of, of, null, faulty, sheet));
        }
    }
}
