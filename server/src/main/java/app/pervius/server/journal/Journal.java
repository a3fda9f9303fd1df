package app.pervius.server.journal;

import app.pervius.core.passage.Station;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The journal: one chain of entries per passage, each carrying the hash of the one before. */
@Service
public class Journal {

    /** What an entry tells of. */
    public enum Kind { PASSED, WAITING, STOPPED, WAY_OUT, STEP_BEGAN, STEP_CLOSED, ENDED }

    /** Who did it: a person, or Pervius itself. */
    public record Actor(@Nullable Long person, String name) {
        public static final Actor PERVIUS = new Actor(null, "Pervius");
    }

    /** What is to be written; {@code rule} names the rule and its edition, or is empty. */
    public record Note(long passage, Station station, Kind kind, Actor actor, String account, String rule) {
    }

    /** An entry as people read it. */
    public record JournalLine(int seq, Instant at, Station station, Kind kind, String actor, String account, String rule) {
    }

    private final JournalRepository entries;
    private final InstantSource clock;

    Journal(JournalRepository entries, InstantSource clock) {
        this.entries = entries;
        this.clock = clock;
    }

    /** Writes an entry in the transaction of what it tells of. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void write(Note note) {
        Optional<JournalEntry> last = entries.last(note.passage());
        JournalEntry entry = new JournalEntry();
        entry.passageId = note.passage();
        entry.seq = last.map(e -> e.seq + 1).orElse(1);
        entry.at = clock.instant().truncatedTo(ChronoUnit.MILLIS);
        entry.station = note.station();
        entry.kind = note.kind();
        entry.actorId = note.actor().person();
        entry.actor = note.actor().name();
        entry.account = note.account().length() > 4000 ? note.account().substring(0, 3999) + "…" : note.account();
        entry.rule = note.rule();
        entry.previousHash = last.map(e -> e.hash).orElse("");
        entry.hash = hash(entry);
        entries.save(entry);
    }

    @Transactional(readOnly = true)
    public List<JournalLine> of(long passage) {
        return entries.findByPassageIdOrderBySeq(passage).stream()
                .map(e -> new JournalLine(e.seq, e.at, e.station, e.kind, e.actor, e.account, e.rule)).toList();
    }

    /** Whether the passage's chain is whole: no entry changed, none missing in between. */
    @Transactional(readOnly = true)
    public boolean whole(long passage) {
        String previous = "";
        int seq = 1;
        for (JournalEntry entry : entries.findByPassageIdOrderBySeq(passage)) {
            if (entry.seq != seq++ || !entry.previousHash.equals(previous) || !entry.hash.equals(hash(entry))) {
                return false;
            }
            previous = entry.hash;
        }
        return true;
    }

    private static String hash(JournalEntry e) {
        String text = String.join("\u001f", e.previousHash, Long.toString(e.passageId), Integer.toString(e.seq),
                e.at.toString(), e.station.name(), e.kind.name(), String.valueOf(e.actorId), e.actor, e.account, e.rule);
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException ex) {
            throw new IllegalStateException(ex);
        }
    }
}
