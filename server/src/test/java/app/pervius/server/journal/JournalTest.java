package app.pervius.server.journal;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.integrity.Integrity;
import app.pervius.server.store.Secrets;
import java.time.OffsetDateTime;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

@ExtendWith(Running.class)
class JournalTest {

    @Test
    void aChangedEntryBreaksItsPassagesChain(App app) {
        long passage = passage(app, "Journal chain.pdf");
        Journal journal = app.bean(Journal.class);
        JdbcClient jdbc = app.bean(JdbcClient.class);
        Journal.Head head = jdbc.sql("select journal_seq, journal_hash from passage where id = ?").param(passage)
                .query((row, n) -> new Journal.Head(row.getInt(1), row.getString(2))).single();
        assertThat(journal.whole(passage, head)).isTrue();
        String before = jdbc.sql("select account from journal_entry where passage_id = ? and seq = 2").param(passage).query(String.class)
                .single();
        jdbc.sql("update journal_entry set account = 'nothing happened' where passage_id = ? and seq = 2").param(passage).update();
        assertThat(journal.whole(passage, head)).isFalse();
        jdbc.sql("update journal_entry set account = ? where passage_id = ? and seq = 2").param(before).param(passage).update();
        assertThat(journal.whole(passage, head)).isTrue();
        assertThat(journal.whole(passage, new Journal.Head(head.seq() + 1, head.hash()))).as("an entry cut off at the end is missed")
                .isFalse();
    }

    /** Whoever can write the database makes the rest of the chain anew, head and all, by what is known of how it is made. */
    @Test
    void aChainThatIsMadeAnewWithoutTheKeyIsFound(App app) {
        long passage = passage(app, "Journal forged.pdf");
        JdbcClient jdbc = app.bean(JdbcClient.class);
        String said = jdbc.sql("select account from journal_entry where passage_id = ? and seq = 2").param(passage).query(String.class)
                .single();
        Journal.Head head = jdbc.sql("select journal_seq, journal_hash from passage where id = ?").param(passage)
                .query((row, n) -> new Journal.Head(row.getInt(1), row.getString(2))).single();
        try {
            jdbc.sql("update journal_entry set account = 'nothing happened' where passage_id = ? and seq = 2").param(passage).update();
            chain(jdbc, passage, Secrets::hash);
            assertThat(app.bean(Integrity.class).examine().parts().toString()).contains("The journal of passage " + passage
                    + " is not whole.");
        } finally {
            jdbc.sql("update journal_entry set account = ? where passage_id = ? and seq = 2").params(said, passage).update();
            chain(jdbc, passage, app.bean(Secrets.class)::sign);
        }
        assertThat(app.bean(Journal.class).whole(passage, head)).as("as it was").isTrue();
    }

    /** The database itself does not keep them together: one index less for each entry. */
    @Test
    void aJournalWithoutItsPassageIsFound(App app) {
        long passage = passage(app, "Journal alone.pdf");
        JdbcClient jdbc = app.bean(JdbcClient.class);
        jdbc.sql("update journal_entry set passage_id = -1 where passage_id = ? and seq = 1").param(passage).update();
        try {
            assertThat(app.bean(Integrity.class).examine().parts().toString())
                    .contains("There is a journal of passage -1, but no such passage.");
        } finally {
            jdbc.sql("update journal_entry set passage_id = ? where passage_id = -1").param(passage).update();
        }
    }

    private static long passage(App app, String name) {
        Client priya = app.as("Priya Venkatarangan");
        return priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", name)).getFirst().get("id").asLong();
    }

    private static void chain(JdbcClient jdbc, long passage, UnaryOperator<String> link) {
        String before = "";
        for (Map<String, Object> entry : jdbc.sql("select * from journal_entry where passage_id = ? order by seq").param(passage).query()
                .listOfRows()) {
            String hash = link.apply(String.join("\u001f", before, String.valueOf(passage), String.valueOf(entry.get("seq")),
                    ((OffsetDateTime) entry.get("at")).toInstant().toString(), String.valueOf(entry.get("station")),
                    String.valueOf(entry.get("kind")), String.valueOf(entry.get("actor_id")), String.valueOf(entry.get("actor")),
                    String.valueOf(entry.get("account")), String.valueOf(entry.get("rule"))));
            jdbc.sql("update journal_entry set previous_hash = ?, hash = ? where passage_id = ? and seq = ?").params(before, hash, passage,
                    entry.get("seq")).update();
            before = hash;
        }
        jdbc.sql("update passage set journal_hash = ? where id = ?").params(before, passage).update();
    }

    @Test
    void everyStationLeavesItsEntryWithTheRuleAndItsEdition(App app) {
        long passage = passage(app, "Journal stations.pdf");
        var lines = app.as("Priya Venkatarangan").get("/api/passages/" + passage).must(200).body().get("journal").valueStream().toList();
        assertThat(lines).extracting(l -> l.get("station").asString())
                .containsExactly("ARRIVE", "IDENTIFY", "NUMBER", "PREPARE", "REVIEW", "REVIEW");
        assertThat(lines).allSatisfy(l -> assertThat(l.get("rule").asString()).isEqualTo("Civil design (edition 1)"));
    }
}
