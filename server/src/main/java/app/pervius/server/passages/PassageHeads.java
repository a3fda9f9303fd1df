package app.pervius.server.passages;

import app.pervius.server.journal.Heads;
import app.pervius.server.journal.Journal;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Passages keep where their journals end. */
@Component
class PassageHeads implements Heads {

    private final JdbcClient jdbc;

    PassageHeads(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public Journal.Head take(long passage) {
        return jdbc.sql("select journal_seq, journal_hash from passage where id = ? for update").param(passage)
                .query((row, n) -> new Journal.Head(row.getInt("journal_seq"), row.getString("journal_hash"))).single();
    }

    @Override
    public void set(long passage, Journal.Head head) {
        // Whoever has read it before writes nothing of what was read then.
        jdbc.sql("update passage set journal_seq = ?, journal_hash = ?, version = version + 1 where id = ?").params(head.seq(),
                head.hash(), passage).update();
    }
}
