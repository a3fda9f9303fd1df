package app.pervius.server.copies;

import app.pervius.core.prepare.Copied;
import app.pervius.server.copies.converters.Converter;
import app.pervius.server.copies.converters.Converters;
import app.pervius.server.outbound.Outbound;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Sql;
import app.pervius.server.store.Turns;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Readable copies: what is known of them, and asking for one. A content has one for each ending under which it came. */
@Component
public class Copies {

    /** A copy that is to be made, or has been made already. */
    record Wanted(long id, String hash, String name, String mediaType, long size, boolean made) {
    }

    /** What has been made: the PDF's hash (SHA-256), its size in bytes and its pages. */
    public record Pdf(String hash, long size, int pages) {
    }

    private enum State { MAKING, MADE, FAILED }

    private record Held(long id, State state) {
    }

    private record Row(long id, State state, @Nullable String by, @Nullable String said, @Nullable Pdf pdf, @Nullable Instant ended) {
    }

    private final JdbcClient jdbc;
    private final Ids ids;
    private final Outbound outbound;
    private final Turns turns;
    private final Converters converters;
    private final InstantSource clock;

    Copies(JdbcClient jdbc, Ids ids, Outbound outbound, Turns turns, Converters converters, InstantSource clock) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.outbound = outbound;
        this.turns = turns;
        this.converters = converters;
        this.clock = clock;
    }

    /**
     * How far the copy of a file is.
     *
     * @param since when it was asked for at the earliest, UTC: what failed before that may be tried again
     */
    public Copied of(PassageFacts.File file, Instant since) {
        Optional<Row> row = row(file);
        if (row.isEmpty() || row.get().state() == State.FAILED && Objects.requireNonNull(row.get().ended()).isBefore(since)) {
            return new Copied.NotYet(converters.of(file.name(), file.mediaType()).flatMap(Converter::called));
        }
        Row its = row.get();
        return switch (its.state()) {
            case MAKING -> new Copied.Making();
            case MADE -> new Copied.Made(Objects.requireNonNull(its.by()), Objects.requireNonNullElse(its.said(), ""));
            case FAILED -> new Copied.Failed(Objects.requireNonNullElse(its.said(), ""));
        };
    }

    /** Looks for what would make copies of files: the first time that takes a while, so it is done before a transaction begins. */
    public void beforehand(List<PassageFacts.File> files) {
        files.stream().filter(file -> !file.mediaType().equals("application/pdf"))
                .forEach(file -> converters.of(file.name(), file.mediaType()));
    }

    /** The copy of a file, where it has been made. */
    public Optional<PassageFacts.ReadableCopy> made(PassageFacts.File file) {
        return row(file).filter(row -> row.state() == State.MADE).map(Row::pdf)
                .map(pdf -> new PassageFacts.ReadableCopy(pdf.hash(), pdf.size(), pdf.pages()));
    }

    /**
     * Has the copy of a file made, in the station's transaction; the passage goes on once it is there or cannot be made. Its row is held
     * from here on, so that whoever ends it sees that this passage waits.
     */
    public void make(PassageFacts passage, PassageFacts.File file) {
        turns.take(file.hash());
        Optional<Held> held = jdbc.sql("select id, state from readable_copy where source_hash = ? and ending = ? for update")
                .params(file.hash(), Converters.ending(file.name()))
                .query((row, n) -> new Held(row.getLong("id"), State.valueOf(row.getString("state")))).optional();
        long id = held.map(Held::id).orElseGet(ids::next);
        if (held.isEmpty()) {
            jdbc.sql("""
                    insert into readable_copy (id, source_hash, ending, source_name, media_type, source_size, state, asked_at)
                    values (?, ?, ?, ?, ?, ?, 'MAKING', ?)""")
                    .params(id, file.hash(), Converters.ending(file.name()), file.name(), file.mediaType(), file.size(), now()).update();
        } else if (held.get().state() == State.FAILED) {
            jdbc.sql("update readable_copy set state = 'MAKING', said = null, asked_at = ?, ended_at = null where id = ?").params(now(), id)
                    .update();
        }
        if (held.isEmpty() || held.get().state() != State.MAKING) {
            // Also of one that has been made since it was asked how far it is: whoever waits for it is told.
            outbound.put(Copier.KEY, "copy-" + id, id, passage.project());
        }
        jdbc.sql("merge into copy_wait (copy_id, passage_id) key (copy_id, passage_id) values (?, ?)").params(id, passage.id()).update();
    }

    /** How many that were asked for earlier are to be made before the one a passage waits for; empty where it waits for none. */
    Optional<Integer> before(long passage) {
        return jdbc.sql("""
                select (select count(*) from readable_copy b where b.state = 'MAKING' and b.id < c.id) as before
                from copy_wait w join readable_copy c on c.id = w.copy_id where w.passage_id = ? order by c.id desc
                fetch first 1 rows only""").param(passage).query((row, n) -> row.getInt("before")).optional();
    }

    /** How many wait to be made or are being made. */
    int waiting() {
        return jdbc.sql("select count(*) from readable_copy where state = 'MAKING'").query(Integer.class).single();
    }

    Wanted wanted(long id) {
        return jdbc.sql("select source_hash, source_name, media_type, source_size, state from readable_copy where id = ?")
                .param(id)
                .query((row, n) -> new Wanted(id, row.getString("source_hash"), row.getString("source_name"), row.getString("media_type"),
                        row.getLong("source_size"), State.valueOf(row.getString("state")) == State.MADE)).single();
    }

    /** It is there; gives the passages that waited for it. */
    List<Long> made(long id, String by, String said, Pdf pdf, long tookMs) {
        jdbc.sql("""
                update readable_copy set state = 'MADE', made_by = ?, said = ?, copy_hash = ?, copy_size = ?, pages = ?, took_ms = ?,
                    ended_at = ? where id = ?""")
                .params(by, said, pdf.hash(), pdf.size(), pdf.pages(), tookMs, now(), id).update();
        return noLongerWaiting(id);
    }

    /** None can be made; gives the passages that waited for it. */
    List<Long> failed(long id, String why) {
        // Not before it was asked for, wherever the clock was set meanwhile: else it would be tried again for ever.
        jdbc.sql("""
                update readable_copy set state = 'FAILED', said = ?, ended_at = greatest(cast(? as timestamp(6) with time zone), asked_at)
                where id = ?""").params(why, now(), id).update();
        return noLongerWaiting(id);
    }

    /** Nobody waits for it any more; gives the passages that did. */
    List<Long> noLongerWaiting(long id) {
        List<Long> passages = jdbc.sql("select passage_id from copy_wait where copy_id = ? order by passage_id").param(id).query(Long.class)
                .list();
        jdbc.sql("delete from copy_wait where copy_id = ?").param(id).update();
        return passages;
    }

    private Optional<Row> row(PassageFacts.File file) {
        return jdbc.sql("""
                select id, state, made_by, said, copy_hash, copy_size, pages, ended_at from readable_copy
                where source_hash = ? and ending = ?""").params(Sql.values(file.hash(), Converters.ending(file.name())))
                .query((row, n) -> new Row(row.getLong("id"), State.valueOf(row.getString("state")), row.getString("made_by"),
                        row.getString("said"), row.getString("copy_hash") == null ? null
                                : new Pdf(row.getString("copy_hash"), row.getLong("copy_size"), row.getInt("pages")),
                        row.getObject("ended_at", OffsetDateTime.class) == null ? null
                                : row.getObject("ended_at", OffsetDateTime.class).toInstant())).optional();
    }

    private OffsetDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC);
    }
}
