package app.pervius.server.journal;

import app.pervius.core.passage.Entry;
import app.pervius.core.passage.Station;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Renaming;
import app.pervius.server.store.Secrets;
import app.pervius.server.store.Sql;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The journal: one chain of entries per passage, each carrying the link of the one before: a hash only this
 * installation can make (HMAC with SHA-256, the key lies outside the database). Entries are only ever added, so
 * they are written and read as plain rows, in the caller's transaction.
 */
@Service
public class Journal {

    /** Who did it: a person, or Pervius itself. */
    public record Actor(@Nullable Long person, String name) {
        public static final Actor PERVIUS = new Actor(null, "Pervius");
    }

    /** Whoever makes a call, as the journals of a project know that person. */
    public static Actor by(app.pervius.server.access.Actor actor, long project) {
        return new Actor(actor.person(project), actor.in(project).name());
    }

    /** What is to be written; {@code rule} names the rule and its edition, or is empty. */
    public record Note(long passage, Station station, Entry.Kind kind, Actor actor, String account, String rule) {
    }

    /** An entry as people read it. */
    public record JournalLine(int seq, Instant at, Station station, Entry.Kind kind, String actor, String account, String rule) {
    }

    /** The newest entry of a chain, as far as the next one needs it; the passage keeps it. */
    public record Head(int seq, String hash) {
        public static final Head NONE = new Head(0, "");
    }

    /** An entry as it is written, a link of the chain. */
    private record Link(long passage, int seq, Instant at, Station station, Entry.Kind kind, @Nullable Long actorId, String actor,
            String account, String rule, String previousHash, String hash) {

        /** What the link is made of; step 39 of the database makes the same. */
        String linked() {
            return String.join("\u001f", previousHash, Long.toString(passage), Integer.toString(seq), at.toString(), station.name(),
                    kind.name(), String.valueOf(actorId), actor, account, rule);
        }
    }

    private final JdbcClient jdbc;
    private final InstantSource clock;
    private final Secrets secrets;

    public Journal(JdbcClient jdbc, InstantSource clock, Secrets secrets) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.secrets = secrets;
    }

    /** Writes an entry after {@code head}, in the transaction of what it tells of; gives the new head. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Head write(Head head, Note note) {
        String account = note.account().length() > 4000 ? note.account().substring(0, 3999) + "…" : note.account();
        Link entry = new Link(note.passage(), head.seq() + 1, clock.instant().truncatedTo(ChronoUnit.MILLIS), note.station(), note.kind(),
                note.actor().person(), note.actor().name(), account, note.rule(), head.hash(), "");
        String hash = secrets.sign(entry.linked());
        jdbc.sql("""
                insert into journal_entry (passage_id, seq, at, station, kind, actor_id, actor, account, rule, previous_hash, hash)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""")
                .params(Sql.values(entry.passage(), entry.seq(), entry.at().atOffset(ZoneOffset.UTC), entry.station().name(), entry.kind()
                        .name(),
                        entry.actorId(), entry.actor(), entry.account(), entry.rule(), entry.previousHash(), hash)).update();
        return new Head(entry.seq(), hash);
    }

    @Transactional(readOnly = true)
    public List<JournalLine> of(long passage) {
        return entries(passage).stream()
                .map(e -> new JournalLine(e.seq(), e.at(), e.station(), e.kind(), e.actor(), e.account(), e.rule())).toList();
    }

    /** Whether the passage's chain is whole up to {@code head}: no entry changed, none missing in between or at its end. */
    @Transactional(readOnly = true)
    public boolean whole(long passage, Head head) {
        Head at = Head.NONE;
        for (Link entry : entries(passage)) {
            if (entry.seq() != at.seq() + 1 || !entry.previousHash().equals(at.hash())
                    || !entry.hash().equals(secrets.sign(entry.linked()))) {
                return false;
            }
            at = new Head(entry.seq(), entry.hash());
        }
        return at.equals(head);
    }

    /** Calls somebody otherwise in a passage's journal and links it anew from there on; gives in how many entries that stood. */
    int rename(long passage, Heads heads, Renaming renaming) {
        Head head = heads.take(passage);
        if (!whole(passage, head)) {
            throw Refused.conflict("not-whole", "The journal of passage " + passage + " is not as it was written. Find out why first: "
                    + "nobody could see it any more afterwards.");
        }
        int renamed = 0;
        String before = "";
        for (Link was : entries(passage)) {
            Link is = new Link(was.passage(), was.seq(), was.at(), was.station(), was.kind(), was.actorId(), renaming.is(was.actorId())
                    ? renaming.name() : renaming.in(was.actor()), renaming.in(was.account()), renaming.in(was.rule()), before, "");
            renamed += was.actor().equals(is.actor()) && was.account().equals(is.account()) && was.rule().equals(is.rule()) ? 0 : 1;
            before = renamed == 0 ? was.hash() : secrets.sign(is.linked());
            if (renamed > 0) {
                jdbc.sql("update journal_entry set actor = ?, account = ?, rule = ?, previous_hash = ?, hash = ? where passage_id = ? "
                        + "and seq = ?").params(is.actor(), is.account(), is.rule(), is.previousHash(), before, passage, was.seq())
                        .update();
            }
        }
        if (renamed > 0) {
            heads.set(passage, new Head(head.seq(), before));
        }
        return renamed;
    }

    private List<Link> entries(long passage) {
        return jdbc.sql("""
                select passage_id, seq, at, station, kind, actor_id, actor, account, rule, previous_hash, hash
                from journal_entry where passage_id = ? order by passage_id, seq""").param(passage)
                .query((row, n) -> new Link(row.getLong("passage_id"), row.getInt("seq"), row.getObject("at", OffsetDateTime.class)
                        .toInstant(),
                        Station.valueOf(row.getString("station")), Entry.Kind.valueOf(row.getString("kind")),
                        row.getObject("actor_id", Long.class),
                        row.getString("actor"),
                        row.getString("account"), row.getString("rule"), row.getString("previous_hash"), row.getString("hash"))).list();
    }
}
