package app.pervius.server.intake;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.passage.Entry;
import app.pervius.server.folders.Files;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.Joining;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The one door through which a revision begins its passage, however its files came to be in the folder. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class Door {

    /**
     * How files came to be where they are.
     *
     * @param cameFrom the passage they were on before
     * @param byHandOn the key of the route they are sent on by hand
     */
    record Manner(ArrivalEvent event, Optional<Long> cameFrom, Optional<String> byHandOn) {
        /** They were handed in. */
        static Manner handedIn(List<Files.FileView> its) {
            boolean newer = its.stream().anyMatch(file -> file.version() > 1);
            return new Manner(newer ? ArrivalEvent.NEW_VERSION : ArrivalEvent.NEW_FILE, Optional.empty(), Optional.empty());
        }
    }

    private final Passages passages;
    private final Joining joining;
    private final Moves moves;
    private final Files files;

    Door(Passages passages, Joining joining, Moves moves, Files files) {
        this.passages = passages;
        this.joining = joining;
        this.moves = moves;
        this.files = files;
    }

    /** What halts in the submission's folder and may wait for files of it. */
    Joining.Halted halted(Submission submission) {
        return joining.halted(submission.projectId, submission.folderId, submission.authorFirmId);
    }

    /** Puts files to the revision of their name that waits for them in the submission's folder; gives what that is called. */
    Optional<String> joins(Submission submission, Joining.Halted halted, String base, List<Files.FileView> its) {
        Optional<Long> passage = joining.join(halted, base, its.stream().map(Door::file).toList(), submission.reference);
        passage.ifPresent(id -> its.forEach(file -> files.belongsTo(file.id(), id)));
        return passage.map(passages::passage).map(Passages.PassageView::inWords);
    }

    /**
     * Begins the passage of one revision of a submission; gives its id.
     *
     * @param base the name it came under, without ending
     * @param notes what {@code by} says of it first
     */
    long begin(Submission submission, String base, List<Files.FileView> its, Manner manner, Journal.Actor by, List<String> notes) {
        long passage = passages.open(new Passages.Opening(submission.projectId, submission.id(), submission.folderId, submission.authorId,
                submission.authorFirmId, submission.uploaderId, manner.event(), manner.cameFrom(), base, KeptSubmissions.given(submission),
                its.stream().map(Door::file).toList(), manner.byHandOn()));
        its.forEach(file -> files.belongsTo(file.id(), passage));
        notes.forEach(note -> moves.note(passage, Entry.Kind.NOTED, by, note));
        return passage;
    }

    /** A file that lies in a folder, as passages know it. */
    static PassageFacts.File file(Files.FileView file) {
        return new PassageFacts.File(file.id(), file.name(), file.hash(), file.size(), file.mediaType());
    }
}
