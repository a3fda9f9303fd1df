package app.pervius.server.messages;

import app.pervius.core.tell.Pace;
import app.pervius.server.due.Due;
import app.pervius.server.live.Live;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Leaves notices: says when each is told, and tells the browsers of whom it is for. */
@Component
class Noting {

    private final NoticeRepository notices;
    private final Paces paces;
    private final Due due;
    private final Live live;
    private final InstantSource clock;

    Noting(NoticeRepository notices, Paces paces, Due due, Live live, InstantSource clock) {
        this.notices = notices;
        this.paces = paces;
        this.due = due;
        this.live = live;
        this.clock = clock;
    }

    /**
     * When this would be told, with other things; empty for at once.
     *
     * @param ofRules how soon each rule that tells of it says; none where no rule does
     */
    Optional<Instant> due(Notice notice, List<Optional<Pace>> ofRules) {
        return paces.due(notice.projectId, notice.personId, notice.occasion, ofRules);
    }

    /** Keeps a notice in the current transaction. */
    void keep(Notice notice) {
        notice.notedAt = clock.instant();
        notices.save(notice);
        if (notice.personId != null) {
            live.came(notice.projectId, notice.personId);
        }
        if (notice.dueAt != null) {
            due.by(Digests.KEY, notice.dueAt);
        }
    }
}
