package app.pervius.server.rules;

import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.Identify;
import app.pervius.core.issue.Issuing;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.Fields;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
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

/** Name patterns while they are written: what they read out of real names. Keeps nothing. */
@RestController
class PatternController {

    private static final int MOST_NAMES = 200;
    /** How many of the names that arrived last are given to try a pattern on. */
    private static final int ARRIVED = 30;
    /** On how many documents a path is tried. */
    private static final int SAMPLES = 4;

    private final Projects projects;
    private final Passages passages;
    private final Documents documents;

    PatternController(Projects projects, Passages passages, Documents documents) {
        this.projects = projects;
        this.passages = passages;
        this.documents = documents;
    }

    /** A pattern, and names of files to try it on. */
    record Trial(@NotNull @Size(max = 500) String pattern, @NotNull @Size(max = MOST_NAMES) List<@NotNull @Size(max = FileName.LONGEST) String> names) {
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
        actor.mustControl(project);
        Fields fields = Identify.nameFields(projects.settings(project).fields());
        return switch (Pattern.compile(trial.pattern(), fields)) {
            case Compiled.Faulty(List<PatternFault> faults) ->
                    new Tried(faults.stream().map(f -> new FaultView(f.position(), f.message())).toList(), null, List.of());
            case Compiled.Sound(Pattern pattern) -> new Tried(List.of(), pattern.ambiguity().map(a -> a.inWords(fields)).orElse(null),
                    trial.names().stream().map(name -> read(pattern, name, fields)).toList());
        };
    }

    /** A path pattern below a folder. */
    record PathTrial(@NotNull @Size(max = 500) String path) {
    }

    /** What a path would become for a document; one of {@code path} and {@code reason} is there. */
    record PathMade(String document, @Nullable String path, @Nullable String reason) {
    }

    record PathTried(List<FaultView> faults, List<PathMade> made) {
    }

    /** What a path pattern would become for the documents that came last. Makes nothing. */
    @PostMapping("/api/projects/{project}/patterns/path-trials")
    PathTried tryPath(@PathVariable long project, @Valid @RequestBody PathTrial trial, Actor actor) {
        actor.mustControl(project);
        return switch (PathPattern.compile(trial.path(), Issuing.nameFields(projects.settings(project).fields()))) {
            case PathPattern.CompiledPath.Faulty(List<PatternFault> faults) ->
                    new PathTried(faults.stream().map(f -> new FaultView(f.position(), f.message())).toList(), List.of());
            case PathPattern.CompiledPath.Sound(PathPattern path) -> new PathTried(List.of(), documents.newest(project, SAMPLES).stream()
                    .map(document -> made(path, document)).toList());
        };
    }

    private static PathMade made(PathPattern path, Documents.Sample document) {
        return switch (path.write(document.values())) {
            case PathPattern.Path.Names(List<String> names) -> new PathMade(document.number(), String.join(" / ", names), null);
            case PathPattern.Path.None(String reason) -> new PathMade(document.number(), null, reason);
        };
    }

    /** The names of the files that arrived last, without doubles. */
    @GetMapping("/api/projects/{project}/names-arrived")
    List<String> arrived(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return passages.namesArrived(project, ARRIVED);
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
