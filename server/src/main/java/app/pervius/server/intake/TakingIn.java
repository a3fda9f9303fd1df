package app.pervius.server.intake;

import app.pervius.core.arrive.FileName;
import app.pervius.core.project.FieldValues;
import app.pervius.server.refused.Refused;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.LongConsumer;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Files that come by themselves, one after the other, with nobody who sends them: what they come with grows until it is closed. */
@Service
public class TakingIn {

    private final Announcing announcing;
    private final Receiving receiving;
    private final SubmissionRepository submissions;
    private final SubmissionFileRepository files;
    private final Bytes incoming;
    private final TransactionTemplate transaction;

    TakingIn(Announcing announcing, Receiving receiving, SubmissionRepository submissions, SubmissionFileRepository files, Bytes incoming,
            TransactionTemplate transaction) {
        this.announcing = announcing;
        this.receiving = receiving;
        this.submissions = submissions;
        this.files = files;
        this.incoming = incoming;
        this.transaction = transaction;
    }

    /** Something that reads the bytes of a file, and says whether it is still the same once they have been read. */
    public interface Coming {
        InputStream bytes() throws IOException;

        boolean unchanged() throws IOException;
    }

    /** Why a file of this name and size can never be taken; empty if it can. */
    public Optional<String> refusal(String name, long size) {
        return announcing.refusals(List.of(new Announcing.Announced(name, size))).getFirst();
    }

    /**
     * Takes one file in, with its bytes on the disk when this returns and its row in a transaction with {@code also}, which is told the
     * submission.
     *
     * @param open the submission it comes with; one that has been closed meanwhile, or has a file of this name, or none is begun anew
     * @return the submission it came with; empty where it was changed while it was read, so that nothing was kept of it
     */
    public Optional<Long> take(Optional<Long> open, long folder, long author, String purpose, FileName name, long size, Coming file,
            LongConsumer also) throws IOException {
        Bytes.Kept kept;
        try (InputStream bytes = file.bytes()) {
            kept = incoming.keep(bytes, name.text(), size);
        } catch (Refused changed) {
            return Optional.empty();
        }
        if (!file.unchanged()) {
            return Optional.empty();
        }
        Optional<Long> taken = Optional.of(Objects.requireNonNull(transaction.execute(status -> {
            Announcing.Announced announced = new Announcing.Announced(name.text(), size);
            long submission = open.filter(id -> takesMore(id, name)).orElseGet(() -> announcing.begin(new Announcing.Beginning(folder,
                    author, author, purpose, null, FieldValues.NONE, List.of(announced))));
            int position = files.findBySubmissionIdAndNameKey(submission, name.key()).map(f -> f.position)
                    .orElseGet(() -> announcing.add(submission, announced));
            receiving.note(submission, position, kept);
            also.accept(submission);
            return submission;
        })));
        incoming.lookSoon(kept);
        return taken;
    }

    private boolean takesMore(long submission, FileName name) {
        return submissions.locked(submission).filter(its -> its.open).isPresent()
                && files.findBySubmissionIdAndNameKey(submission, name.key()).isEmpty() && announcing.hasRoom(submission);
    }
}
