package app.pervius.core.issue;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.pattern.PathPattern;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import app.pervius.core.tell.Occasion;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A further copy that a watching rule puts beside the way of a file.
 *
 * @param occasion when
 * @param into where to, and under which name; {@code {below}} as a part of the path stands for the folders between the one the rule stands
 *     on and the one the file came in, so that a tree is mirrored
 * @param whenTaken what happens where the name is taken; {@code STOP} puts no copy and says so
 */
public record Copying(Occasion occasion, Target.Into into, Target.WhenTaken whenTaken) {

    /** The part of a path that stands for the folders the file came through. */
    public static final String BELOW = "{below}";

    /** What a copy is called unless something else is said: as the file came. */
    public static final String USUAL_NAME = "{name}";

    private static final List<Field> OWN_FIELDS = List.of(new Field("folder", "folder it came in", new FieldKind.Text(), 200));

    /**
     * Where a file came in.
     *
     * @param folder the name of the folder
     * @param below the names of the folders from below the one the rule stands on down to it; none where it stands on that folder itself
     */
    public record Came(String folder, List<String> below) {
        public Came {
            below = List.copyOf(below);
        }
    }

    /** What its path, but for {@link #BELOW}, and its name may use: what a placed file's may, and {@code folder}. */
    public static Fields nameFields(Fields ofTheProject) {
        return Issuing.nameFields(withOwn(ofTheProject));
    }

    private static Fields withOwn(Fields ofTheProject) {
        return ofTheProject.remember(Copying.class, Fields.class, () -> ofTheProject.with(OWN_FIELDS));
    }

    /** The path where a file came in there: as it is written, with what {@link #BELOW} stands for. */
    public static String path(String path, Came came) {
        if (!path.contains(BELOW)) {
            return path;
        }
        List<String> parts = new ArrayList<>();
        for (String part : path.split("/", -1)) {
            if (part.strip().equals(BELOW)) {
                came.below().forEach(name -> parts.add(name.replaceAll("[{}\\[\\]\\\\]", "\\\\$0")));
            } else {
                parts.add(part);
            }
        }
        return String.join("/", parts);
    }

    /**
     * A copy of the files, as they are: what is placed, or why nothing can be; it holds up nothing.
     *
     * @param statusCode the one it was issued with; empty where it was not
     */
    public Outcome<IssueEffect> decide(IssueFacts facts, Came came, String statusCode) {
        IssueFacts its = new IssueFacts(facts.revision(), facts.title(), facts.baseName(), facts.decided(), facts.plan(), facts.files(),
                facts.values().with("folder", came.folder()), withOwn(facts.fields()), facts.statusCodes(), facts.there());
        boolean unfit = occasion != Occasion.ISSUED && facts.there().folder().apply(into.folder())
                .filter(there -> there.state().holdsOneCurrentRevision()).isPresent();
        return unfit ? Outcome.stopped(StopReason.Code.DESTINATION_MISSING,
                "Only what has been issued is copied to a folder that is Shared or Published.", WayOut.TRY_AGAIN)
                : PlaceRevision.copy(its, new Target.Into(into.folder(), path(into.path(), came), into.name()), whenTaken, statusCode);
    }

    /** What is wrong with its path, with positions as in its text; {@link #BELOW} is taken for a folder. */
    public static PathPattern.CompiledPath check(String path, Fields ofTheProject) {
        String written = List.of(path.split("/", -1)).stream().map(part -> part.strip().equals(BELOW) ? "x".repeat(part.length()) : part)
                .collect(Collectors.joining("/"));
        return PathPattern.compile(written, nameFields(ofTheProject));
    }
}
