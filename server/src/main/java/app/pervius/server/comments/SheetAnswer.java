package app.pervius.server.comments;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;

/** What somebody answered to a comment, or did with it. */
@Entity
class SheetAnswer extends Row {

    /** What an answer says. */
    enum Kind { SAID, DONE, NOT_DONE, CLOSED, REOPENED }

    long commentId;
    long personId;
    @Enumerated(EnumType.STRING)
    Kind kind = Kind.SAID;
    String text = "";
    /** Said on the reviewing side before the release: it stays there. */
    boolean inside;
    Instant givenAt = Instant.EPOCH;
}
