package app.pervius.server.passages;

import app.pervius.core.passage.Station;
import app.pervius.core.project.FieldValues;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A passage as its stations see it.
 *
 * @param given values given by hand, which win over all others
 * @param values all values known so far
 * @param route the key of a route that a person chose instead of the rule's
 * @param run names the run of the submission's passages this happens in
 */
public record PassageFacts(long id, long project, long submission, long folder, long author, long authorFirm, String originalName,
        String baseName, String title, FieldValues given, FieldValues values, Optional<TakenBy> rule, Optional<String> route, Optional<Long> document,
        Optional<String> number, Optional<String> revision, int cycle, boolean byHand, int reviewFrom, Optional<Decided> decision, Station station,
        List<File> files, String run) {

    /** The rule that took it, in its edition. */
    public record TakenBy(long rule, int edition, String name) {
        @Override
        public String toString() {
            return name + " (edition " + edition + ")";
        }
    }

    /**
     * What its review came to.
     *
     * @param toAuthor whether the route sends it back, whatever the code calls for elsewhere
     * @param statusCode the status code the route calls for
     */
    public record Decided(int code, boolean toAuthor, Optional<String> statusCode) {
    }

    /** A file of it. */
    @io.swagger.v3.oas.annotations.media.Schema(name = "PassageFile")
    public record File(long folderFile, String name, String hash, long size, String mediaType) {
    }

    /** Number, revision and title, or the file's name before it has a number. */
    public String inWords() {
        return inWords(number.orElse(null), revision.orElse(null), title, originalName);
    }

    static String inWords(@Nullable String number, @Nullable String revision, String title, String originalName) {
        return number == null ? originalName : number + (revision == null ? "" : " " + revision) + " " + title;
    }

    /** The rule with its edition, or an empty text. */
    public String ruleInWords() {
        return rule.map(TakenBy::toString).orElse("");
    }
}
