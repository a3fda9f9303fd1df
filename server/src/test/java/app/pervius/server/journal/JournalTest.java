package app.pervius.server.journal;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

@ExtendWith(Running.class)
class JournalTest {

    @Test
    void aChangedEntryBreaksItsPassagesChain(App app) {
        Client priya = app.as("Priya Venkatarangan");
        long passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Journal chain.pdf")).getFirst()
                .get("id").asLong();
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

    @Test
    void everyStationLeavesItsEntryWithTheRuleAndItsEdition(App app) {
        Client priya = app.as("Priya Venkatarangan");
        long passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Journal stations.pdf")).getFirst()
                .get("id").asLong();
        var lines = priya.get("/api/passages/" + passage).must(200).body().get("journal").valueStream().toList();
        assertThat(lines).extracting(l -> l.get("station").asString())
                .containsExactly("ARRIVE", "IDENTIFY", "NUMBER", "PREPARE", "REVIEW", "REVIEW");
        assertThat(lines).allSatisfy(l -> assertThat(l.get("rule").asString()).isEqualTo("Civil design (edition 1)"));
    }
}
