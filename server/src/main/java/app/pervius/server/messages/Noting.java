package app.pervius.server.messages;

import app.pervius.core.tell.Manner;
import app.pervius.core.tell.Occasion;
import app.pervius.server.due.Due;
import app.pervius.server.live.Live;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
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
     * When somebody would be told of it, with other things; empty for at once.
     *
     * @param person absent for an address outside the project
     */
    Optional<Instant> due(long project, @Nullable Long person, Occasion occasion, Manner manner) {
        return paces.due(project, person, occasion, manner.paces());
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
