package app.pervius.server.passages;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.passage.Station;
import app.pervius.core.project.FieldValues;
import app.pervius.core.rules.Handling;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A passage as its stations see it.
 *
 * @param event how its files came to be in the folder
 * @param cameFrom the passage its files were on before, where they were placed by it or go through again
 * @param given values given by hand, which win over all others
 * @param values all values known so far
 * @param handling what its rule does at each station
 * @param route the key of a route that a person chose instead of the rule's
 * @param overlooked whether somebody has said that its title block may say otherwise
 * @param run names the run of the submission's passages this happens in
 */
public record PassageFacts(long id, long project, long submission, long folder, long author, long authorFirm, long uploader, ArrivalEvent event, Optional<Long> cameFrom, String originalName,
        String baseName, String title, FieldValues given, FieldValues values, Optional<TakenBy> rule, Optional<Handling> handling, Optional<String> route, Optional<Long> document,
        Optional<String> number, Optional<String> revision, int cycle, boolean byHand, boolean overlooked, int reviewFrom, Optional<Decided> decision, Station station,
        List<File> files, String run) {

    /** The rule that took it, in its edition and that of the rule sheet. */
    public record TakenBy(long rule, int edition, int sheet, String name) {
        @Override
        public String toString() {
            return edition == 0 ? name : name + " (edition " + edition + ")";
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

    /** The same passage taken by a rule. */
    public PassageFacts takenBy(TakenBy by, Handling does) {
        return new PassageFacts(id, project, submission, folder, author, authorFirm, uploader, event, cameFrom, originalName, baseName, title, given, values, Optional.of(by),
                Optional.of(does), route, document, number, revision, cycle, byHand, overlooked, reviewFrom, decision, station, files, run);
    }

    /** The same passage with other values. */
    public PassageFacts valued(FieldValues others) {
        return new PassageFacts(id, project, submission, folder, author, authorFirm, uploader, event, cameFrom, originalName, baseName, title, given, others, rule,
                handling, route, document, number, revision, cycle, byHand, overlooked, reviewFrom, decision, station, files, run);
    }

    /** The same passage under another title. */
    public PassageFacts titled(String other) {
        return new PassageFacts(id, project, submission, folder, author, authorFirm, uploader, event, cameFrom, originalName, baseName, other, given, values, rule,
                handling, route, document, number, revision, cycle, byHand, overlooked, reviewFrom, decision, station, files, run);
    }

    /** The same passage as a revision of a document. */
    public PassageFacts numbered(long its, String no, String code, int which) {
        return new PassageFacts(id, project, submission, folder, author, authorFirm, uploader, event, cameFrom, originalName, baseName, title, given, values, rule,
                handling, route, Optional.of(its), Optional.of(no), Optional.of(code), which, byHand, overlooked, reviewFrom, decision, station, files, run);
    }

    /** The same passage, decided. */
    public PassageFacts decided(Decided so) {
        return new PassageFacts(id, project, submission, folder, author, authorFirm, uploader, event, cameFrom, originalName, baseName, title, given, values, rule,
                handling, route, document, number, revision, cycle, byHand, overlooked, reviewFrom, Optional.of(so), station, files, run);
    }

    /** The rule with its edition, or an empty text; a draft has no edition. */
    public String ruleInWords() {
        return rule.map(TakenBy::toString).orElse("");
    }
}
