package app.pervius.server.messages;

import app.pervius.core.tell.Manner;
import app.pervius.core.tell.Occasion;
import app.pervius.server.due.Due;
import app.pervius.server.live.Live;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Sql;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Leaves notices: says when each is told, and tells the browsers of whom it is for. */
@Component
class Noting {

    /** So many rows are changed in one go. */
    private static final int TOGETHER = 1000;

    private final JdbcTemplate batches;
    private final Ids ids;
    private final Paces paces;
    private final Due due;
    private final Live live;
    private final InstantSource clock;

    Noting(JdbcTemplate batches, Ids ids, Paces paces, Due due, Live live, InstantSource clock) {
        this.batches = batches;
        this.ids = ids;
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

    /** Keeps notices in the current transaction. */
    void keep(Collection<Notice> notices) {
        OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
        // As plain rows: many are left in one transaction, and nothing looks at them before they are gathered.
        batches.batchUpdate("""
                insert into notice (id, project_id, person_id, address, occasion, gather_key, submission_id, passage_id, file_id, what,
                    detail, rule, subject, important, shown, because, noted_at, due_at, message_id, place)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""", notices, TOGETHER, (row, notice) -> Sql.set(row,
                ids.next(), notice.projectId, notice.personId, notice.address, notice.occasion.name(), notice.gatherKey,
                notice.submissionId, notice.passageId, notice.fileId, notice.what, notice.detail, notice.rule, notice.subject,
                notice.important, notice.shown.name(), notice.because, now, at(notice.dueAt), notice.messageId, notice.place));
        for (Notice notice : notices) {
            if (notice.personId != null) {
                live.came(notice.projectId, notice.personId);
            }
            if (notice.dueAt != null) {
                due.by(Digests.KEY, notice.dueAt);
            }
        }
    }

    /**
     * What is told of in messages, by notice. All of them or none: nothing is told twice.
     *
     * @param messages by the notice that each tells of
     */
    void told(Map<Long, Long> messages) {
        List<Map.Entry<Long, Long>> rows = List.copyOf(messages.entrySet());
        int[][] changed = batches.batchUpdate("update notice set message_id = ? where id = ? and message_id is null", rows, TOGETHER,
                (row, its) -> {
                    row.setLong(1, its.getValue());
                    row.setLong(2, its.getKey());
                });
        if (Arrays.stream(changed).flatMapToInt(Arrays::stream).anyMatch(n -> n == 0)) {
            throw new ConcurrencyFailureException("some of it was told meanwhile");
        }
    }

    private static @Nullable OffsetDateTime at(@Nullable Instant moment) {
        return moment == null ? null : moment.atOffset(ZoneOffset.UTC);
    }
}
