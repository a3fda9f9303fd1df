package app.pervius.server.messages;

import app.pervius.core.tell.Manner;
import app.pervius.core.tell.Occasion;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * That a person is to be told something about one passage, or one file that is only kept; becomes a line of a message. What is told of no
 * file at all is a message of its own, and leads to a place.
 */
@Entity
class Notice extends Row {
    long projectId;
    /** Nobody where it goes to an address outside the project. */
    @Nullable Long personId;
    @Nullable String address;
    @Enumerated(EnumType.STRING)
    Occasion occasion = Occasion.ARRIVED;
    String gatherKey = "";
    /** Absent for what is told of no file. */
    @Nullable Long submissionId;
    /** What it is about; absent for a file that is only kept. */
    @Nullable Long passageId;
    @Nullable Long fileId;
    String what = "";
    String detail = "";
    String rule = "";
    /** In the place of the usual subject; empty for that. */
    String subject = "";
    boolean important;
    @Enumerated(EnumType.STRING)
    Manner.Shown shown = Manner.Shown.ALONE;
    /** Why, as the rest of “because …”. */
    String because = "";
    Instant notedAt = Instant.EPOCH;
    /** When it is told with other things; absent for what is told as it happens. */
    @Nullable Instant dueAt;
    @Nullable Long messageId;
    /** Where it leads to within Pervius, for what is told of no file. */
    @Nullable String place;

    /** What it is about, to tell it from others: the passage, or the file. */
    Object thing() {
        return passageId == null ? "file " + fileId : passageId;
    }

    /** Why somebody is told of all these, as the rest of “because …”. */
    static String reasons(List<Notice> all) {
        return Manner.inWords(all.stream().map(n -> n.because).toList());
    }
}
