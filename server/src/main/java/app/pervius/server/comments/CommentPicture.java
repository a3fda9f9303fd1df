package app.pervius.server.comments;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A picture that was pasted into a comment. */
@Entity
class CommentPicture extends Row {
    long passageId;
    long personId;
    /** Absent while no comment has it: before it is said, or once it was taken out. */
    @Nullable Long commentId;
    String hash = "";
    long size;
    String mediaType = "";
    int width;
    int height;
    Instant givenAt = Instant.EPOCH;
}
