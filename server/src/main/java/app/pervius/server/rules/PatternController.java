package app.pervius.server.rules;

import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.Identify;
import app.pervius.core.issue.Copying;
import app.pervius.core.issue.Issuing;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.NameParts;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Keepers;
import app.pervius.server.passages.Passages;
import app.pervius.server.projects.Projects;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Patterns while they are written: what they read out of real names, where they would place real documents. Keeps nothing. */
@RestController
class PatternController {

    private static final int MOST_NAMES = 200;
    /** How many of the names that arrived last are given to try a pattern on. */
    private static final int ARRIVED = 30;
    /** On how many documents a place is tried. */
    private static final int SAMPLES = 3;

    private final Projects projects;
    private final Passages passages;
    private final Documents documents;
    private final RuleRights rights;
    private final Keepers keepers;

    PatternController(Projects projects, Passages passages, Documents documents, RuleRights rights, Keepers keepers) {
        this.rights = rights;
        this.keepers = keepers;
        this.projects = projects;
        this.passages = passages;
        this.documents = documents;
    }

    /** A pattern, and names of files to try it on. */
    record Trial(@NotNull @Size(max = 500) String pattern, @NotNull @Size(max =
            MOST_NAMES) List<@NotNull @Size(max = FileName.LONGEST) String> names) {
    }

    /** Where a pattern is faulty, 0-based, and how. */
    record FaultView(int position, String message) {
    }

    record FieldRead(String key, String label, String value) {
    }

    /**
     * A name as the pattern reads it.
     *
     * @param values what it read; empty if the name does not fit
     * @param misfit where and why the name does not fit; absent if it does
     * @param nearest a name near it that would fit, without ending; absent if it fits or none is near
     */
    record NameRead(String name, List<FieldRead> values, @Nullable String misfit, @Nullable String nearest) {
    }

    /**
     * What came of the trial.
     *
     * @param faults what is wrong with the pattern; the rest is empty then
     * @param twoWays a name that could be read in two ways, in a sentence; absent if there is none
     */
    record Tried(List<FaultView> faults, @Nullable String twoWays, List<NameRead> names) {
    }

    @PostMapping("/api/projects/{project}/patterns/trials")
    Tried tryOut(@PathVariable long project, @Valid @RequestBody Trial trial, Actor actor) {
        rights.mustReach(project, actor);
        Fields fields = Identify.nameFields(projects.settings(project).fields());
        return switch (Pattern.compile(trial.pattern(), fields)) {
            case Compiled.Faulty(List<PatternFault> faults) ->
                    new Tried(views(faults), null, List.of());
            case Compiled.Sound(Pattern pattern) -> new Tried(List.of(), pattern.ambiguity().map(a -> a.inWords(fields)).orElse(null),
                    trial.names().stream().map(name -> read(pattern, name, fields)).toList());
        };
    }

    /** A name to be taken apart, and others of its sort. */
    record NameExample(@NotNull @Size(max = FileName.LONGEST) String name,
            @NotNull @Size(max = MOST_NAMES) List<@NotNull @Size(max = FileName.LONGEST) String> others) {
    }

    /** A name taken apart, and the pattern that reads it so. */
    record NameApart(List<NameParts.NamePart> parts, String pattern) {
    }

    /** Takes a name apart as a beginning for a pattern: codes, dates, counters and free text are recognised. Endings are passed over. */
    @PostMapping("/api/projects/{project}/patterns/parts")
    NameApart apart(@PathVariable long project, @Valid @RequestBody NameExample example, Actor actor) {
        rights.mustReach(project, actor);
        List<NameParts.NamePart> parts = NameParts.of(new FileName(example.name()).base(), example.others().stream()
                .map(name -> new FileName(name).base()).toList(), projects.settings(project).fields());
        return new NameApart(parts, NameParts.pattern(parts));
    }

    /** A path below a folder, the name files get there, and the status code they get; {@code beside}: of a watching rule's copy. */
    record PlaceTrial(@NotNull @Size(max = 500) String path, @NotNull @Size(max = 500) String name, @NotNull @Size(max = 20) String status,
            @Nullable Boolean beside) {
    }

    /** Where the files of a document would be placed: the folders below, and the name without its ending; or why that cannot be. */
    record PlaceMade(String document, List<String> folders, @Nullable String name, @Nullable String reason) {
    }

    /** What is wrong with either of the patterns, or what they give. */
    record PlaceTried(List<FaultView> pathFaults, List<FaultView> nameFaults, List<PlaceMade> made) {
    }

    /** What a path and a name would become for the documents that came last, of those whoever asks may see. Makes nothing. */
    @PostMapping("/api/projects/{project}/patterns/place-trials")
    PlaceTried tryPlace(@PathVariable long project, @Valid @RequestBody PlaceTrial trial, Actor actor) {
        rights.mustReach(project, actor);
        Fields its = projects.settings(project).fields();
        boolean beside = Boolean.TRUE.equals(trial.beside());
        Fields fields = beside ? Copying.nameFields(its) : Issuing.nameFields(its);
        PathPattern.CompiledPath path = beside ? Copying.check(trial.path(), its) : PathPattern.compile(trial.path(), fields);
        Compiled name = Pattern.compile(trial.name(), fields);
        if (path instanceof PathPattern.CompiledPath.Sound(PathPattern folders) && name instanceof Compiled.Sound(Pattern pattern)) {
            return new PlaceTried(List.of(), List.of(), documents.newest(project, actor.seenFirms(project), SAMPLES).stream()
                    .map(document -> made(folders, pattern, fields, document, trial.status())).toList());
        }
        return new PlaceTried(path instanceof PathPattern.CompiledPath.Faulty(List<PatternFault> faults) ? views(faults) : List.of(),
                name instanceof Compiled.Faulty(List<PatternFault> faults) ? views(faults) : List.of(), List.of());
    }

    private static PlaceMade made(PathPattern path, Pattern pattern, Fields fields, Documents.Numbered document, String status) {
        FieldValues values = document.values().with("status", status);
        return switch (path.write(values)) {
            case PathPattern.Path.None(String reason) -> new PlaceMade(document.number(), List.of(), null, reason);
            case PathPattern.Path.Names(List<String> folders) -> switch (PathPattern.name(pattern, fields, values)) {
                case PathPattern.Path.Names(List<String> name) -> new PlaceMade(document.number(), folders, name.getFirst(), null);
                case PathPattern.Path.None(String reason) -> new PlaceMade(document.number(), folders, null, reason);
            };
        };
    }

    private static List<FaultView> views(List<PatternFault> faults) {
        return faults.stream().map(f -> new FaultView(f.position(), f.message())).toList();
    }

    /** The names of the files that arrived last, without doubles; for who looks after folders, those that arrived there. */
    @GetMapping("/api/projects/{project}/names-arrived")
    List<String> arrived(@PathVariable long project, Actor actor) {
        rights.mustReach(project, actor);
        return passages.namesArrived(project, actor.controls(project) ? null : keepers.keptBy(actor, project), ARRIVED);
    }

    private static NameRead read(Pattern pattern, String name, Fields fields) {
        String base = new FileName(name).base();
        return switch (pattern.read(base)) {
            case Reading.Fits fits -> new NameRead(name, fits.values().byKey().entrySet().stream()
                    .map(e -> new FieldRead(e.getKey(), fields.label(e.getKey()), e.getValue())).toList(), null, null);
            case Reading.Misfit misfit -> new NameRead(name, List.of(), misfit.inWords(), pattern.nearest(base).orElse(null));
        };
    }
}
