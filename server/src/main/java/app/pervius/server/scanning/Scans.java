package app.pervius.server.scanning;

import app.pervius.server.outbound.Outbound;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Turns;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.function.SingletonSupplier;

/**
 * What the malware scanner says of contents, each asked once. What came while none was connected was never asked, and is opened as
 * before.
 */
@Component
@Transactional
public class Scans {

    /** What is known of a content. */
    public sealed interface Verdict {
        /** It may be opened: it is clean, or no scanner was connected when it came. */
        record Open() implements Verdict {
        }

        /** The scanner has not answered yet. */
        record Waiting() implements Verdict {
        }

        /** @param what the scanner found, as it calls that */
        record Found(String what) implements Verdict {
        }
    }

    /** A content that is to be shown to the scanner. */
    record Wanted(long id, String hash, boolean answered) {
    }

    private enum State { WAITING, CLEAN, FOUND }

    private final JdbcClient jdbc;
    private final Ids ids;
    private final Outbound outbound;
    private final Turns turns;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;
    private final boolean connected;
    /** Whether there is anything to look up: without a scanner nothing comes to it while this process lives. */
    private final Supplier<Boolean> everAsked;

    Scans(JdbcClient jdbc, Ids ids, Outbound outbound, Turns turns, InstantSource clock, ApplicationEventPublisher events,
            @Value("${pervius.scanner:}") String scanner) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.outbound = outbound;
        this.turns = turns;
        this.clock = clock;
        this.events = events;
        this.connected = !scanner.isBlank();
        this.everAsked = SingletonSupplier.of(() -> connected || jdbc.sql("select id from content_scan fetch first 1 rows only")
                .query(Long.class).optional().isPresent());
    }

    /** A content has come: it is shown to the scanner once this transaction has committed, where one is connected and has not seen it. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void came(String hash, long size) {
        if (!connected || jdbc.sql("select 1 from content_scan where content_hash = ?").param(hash).query(Integer.class).optional()
                .isPresent()) {
            return;
        }
        turns.take(hash);
        long id = ids.next();
        // Two who bring the same at once: one of them puts it.
        if (jdbc.sql("""
                insert into content_scan (id, content_hash, size, state, said, asked_at)
                select ?, ?, ?, 'WAITING', '', ? where not exists (select 1 from content_scan where content_hash = ?)""")
                .params(id, hash, size, now(), hash).update() == 1) {
            outbound.put(ScanChannel.KEY, hash, id, null);
        }
    }

    @Transactional(readOnly = true)
    public Verdict of(String hash) {
        if (!everAsked.get()) {
            return new Verdict.Open();
        }
        return jdbc.sql("select state, said from content_scan where content_hash = ?").param(hash).query((row, n) ->
                switch (State.valueOf(row.getString("state"))) {
                    case WAITING -> new Verdict.Waiting();
                    case CLEAN -> new Verdict.Open();
                    case FOUND -> new Verdict.Found(row.getString("said"));
                }).optional().<Verdict>map(verdict -> verdict).orElse(new Verdict.Open());
    }

    /**
     * Refuses the bytes of a content that nobody may open.
     *
     * @param name as whoever asks knows it
     */
    @Transactional(readOnly = true)
    public void mustBeOpen(String hash, String name) {
        switch (of(hash)) {
            case Verdict.Open open -> { }
            case Verdict.Waiting waiting -> throw Refused.conflict("not-scanned", "“" + name
                    + "” has not been looked at by the malware scanner yet. Try again in a moment.");
            case Verdict.Found(String what) -> throw Refused.conflict("malware", "The malware scanner found “" + what + "” in “" + name
                    + "”. Nobody can open it.");
        }
    }

    /** A passage waits for the answer, in the station's transaction; its row is held from here on, so that whoever answers sees that. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void awaits(long passage, String hash) {
        Optional<Wanted> its = jdbc.sql("select id, state from content_scan where content_hash = ? for update").param(hash)
                .query((row, n) -> new Wanted(row.getLong("id"), hash, State.valueOf(row.getString("state")) != State.WAITING)).optional();
        its.ifPresent(scan -> {
            jdbc.sql("merge into scan_wait (scan_id, passage_id) key (scan_id, passage_id) values (?, ?)").params(scan.id(), passage)
                    .update();
            if (scan.answered()) {
                outbound.put(ScanChannel.KEY, hash + "-" + passage + "-" + ids.next(), scan.id(), null);
            }
        });
    }

    /** In how many contents the scanner has found something. */
    @Transactional(readOnly = true)
    int found() {
        return jdbc.sql("select count(*) from content_scan where state = 'FOUND'").query(Integer.class).single();
    }

    Wanted wanted(long id) {
        return jdbc.sql("select content_hash, state from content_scan where id = ?").param(id).query((row, n) -> new Wanted(id,
                row.getString("content_hash"), State.valueOf(row.getString("state")) != State.WAITING)).single();
    }

    /** The scanner has answered, with what it found if anything. */
    void answered(long id, Optional<String> found) {
        jdbc.sql("update content_scan set state = ?, said = ?, answered_at = ? where id = ?")
                .params(found.isPresent() ? State.FOUND.name() : State.CLEAN.name(), found.orElse(""), now(), id).update();
        noLongerWaiting(id);
    }

    void noLongerWaiting(long id) {
        List<Long> passages = jdbc.sql("select passage_id from scan_wait where scan_id = ? order by passage_id").param(id).query(Long.class)
                .list();
        jdbc.sql("delete from scan_wait where scan_id = ?").param(id).update();
        events.publishEvent(new Scanned(passages));
    }

    private OffsetDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC);
    }
}
