package app.pervius.server.passages;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.passage.Change;
import app.pervius.core.passage.Decision;
import app.pervius.core.passage.Identity;
import app.pervius.core.passage.Orders;
import app.pervius.core.passage.Passage;
import app.pervius.core.passage.PassageId;
import app.pervius.core.passage.TakenBy;
import app.pervius.core.project.FieldValues;
import app.pervius.core.rules.Handling;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A passage as its stations see it.
 *
 * @param handling what its rule does at each station
 * @param run names the run of the submission's passages this happens in; what is told in one run is told together
 */
public record PassageFacts(Origin origin, Passage passage, Optional<Handling> handling, List<File> files, String run) {

    /**
     * Where its files came from, and whose they are.
     *
     * @param event how its files came to be in the folder
     * @param cameFrom the passage its files were on before, where they were placed by it or go through again
     */
    public record Origin(long project, long submission, long folder, long author, long authorFirm, long uploader, ArrivalEvent event,
            Optional<Long> cameFrom,
            String originalName) {
    }

    /** The PDF that is read instead of a file: its hash (SHA-256), size in bytes and pages. */
    public record ReadableCopy(String hash, long size, int pages) {
    }

    /**
     * A file of it.
     *
     * @param copy the PDF that is read instead of it; absent where it is read itself, or not at all
     */
    @io.swagger.v3.oas.annotations.media.Schema(name = "PassageFile")
    public record File(long folderFile, String name, String hash, long size, String mediaType, @Nullable ReadableCopy copy) {

        public File(long folderFile, String name, String hash, long size, String mediaType) {
            this(folderFile, name, hash, size, mediaType, null);
        }

        /** What is read of it: itself, or its readable copy under its name. */
        public File asRead() {
            return copy == null ? this : new File(folderFile, name, copy.hash(), copy.size(), "application/pdf", null);
        }
    }

    public PassageFacts {
        files = List.copyOf(files);
    }

    /** Something as it comes in at Arrive, whether it has happened or might; {@code passage} is 0 where it has none. */
    public static PassageFacts arriving(long passage, Origin origin, String baseName, FieldValues given, Orders orders, List<File> files,
            String run) {
        return new PassageFacts(origin, Passage.opened(new PassageId(passage), Identity.named(baseName, given), orders, Instant.EPOCH),
                Optional.empty(), files, run);
    }

    /** The same where the passage has moved on; what its rule does is looked up where another rule has it now. */
    public PassageFacts at(Passage next, Function<TakenBy, Handling> handlings) {
        boolean same = next.identity().rule().equals(passage.identity().rule());
        return new PassageFacts(origin, next, same ? handling : next.identity().rule().map(handlings), files, run);
    }

    /** The same after a change that does not move it. */
    public PassageFacts with(Change change) {
        return new PassageFacts(origin, passage.with(List.of(change)), handling, files, run);
    }

    public long id() {
        return passage.id().value();
    }

    public long project() {
        return origin.project();
    }

    public long submission() {
        return origin.submission();
    }

    public long folder() {
        return origin.folder();
    }

    public long author() {
        return origin.author();
    }

    public long authorFirm() {
        return origin.authorFirm();
    }

    public long uploader() {
        return origin.uploader();
    }

    public ArrivalEvent event() {
        return origin.event();
    }

    public Optional<Long> cameFrom() {
        return origin.cameFrom();
    }

    public String originalName() {
        return origin.originalName();
    }

    public String baseName() {
        return passage.identity().baseName();
    }

    public String title() {
        return passage.identity().title();
    }

    public FieldValues given() {
        return passage.identity().given();
    }

    public FieldValues values() {
        return passage.identity().values();
    }

    public Optional<TakenBy> rule() {
        return passage.identity().rule();
    }

    public Optional<Long> document() {
        return passage.identity().revision().map(Identity.Revision::document);
    }

    public Optional<String> number() {
        return passage.identity().revision().map(Identity.Revision::number);
    }

    public Optional<String> revision() {
        return passage.identity().revision().map(Identity.Revision::code);
    }

    public int cycle() {
        return passage.identity().revision().map(Identity.Revision::cycle).orElse(1);
    }

    public Optional<Decision> decision() {
        return passage.decision();
    }

    public Optional<String> route() {
        return passage.orders().route();
    }

    public int reviewFrom() {
        return passage.orders().reviewFrom();
    }

    public boolean byHand() {
        return passage.orders().byHand();
    }

    public boolean overlooked() {
        return passage.orders().overlooked();
    }

    /** Number, revision and title, or the file's name before it has a number. */
    public String inWords() {
        return inWords(number().orElse(null), revision().orElse(null), title(), originalName());
    }

    static String inWords(@Nullable String number, @Nullable String revision, String title, String originalName) {
        return number == null ? originalName : number + (revision == null ? "" : " " + revision) + " " + title;
    }

    /** The rule with its edition, or an empty text; a draft has no edition. */
    public String ruleInWords() {
        return rule().map(TakenBy::toString).orElse("");
    }
}
