package app.pervius.server.integrity;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.integrity.Integrity;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** The check finds each kind of damage, and nothing where there is none. */
@ExtendWith(Running.class)
class IntegrityTest {

    private static List<String> sentences(App app) {
        return app.bean(Integrity.class).examine().parts().stream().flatMap(p -> p.sentences().stream()).toList();
    }

    /** A passage that has come to rest, so that the check sees nothing in between. */
    private static JsonNode passage(App app, String name) {
        Client priya = app.as("Priya Venkatarangan");
        return priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", name)).getFirst();
    }

    private static void whileChanged(App app, String damage, String repair, Runnable look) {
        JdbcClient jdbc = app.bean(JdbcClient.class);
        assertThat(jdbc.sql(damage).update()).isPositive();
        try {
            look.run();
        } finally {
            jdbc.sql(repair).update();
        }
    }

    @Test
    void anInstallationInUseIsWhole(App app) {
        passage(app, "Whole.pdf");
        Client.until(() -> sentences(app), List::isEmpty);
        Client aoife = app.as("Aoife Ní Raghnaill");
        assertThat(aoife.get("/api/check").must(200).body().get("whole").asBoolean()).isTrue();
        app.as("Mirela Draganova").get("/api/check").must(403);
    }

    @Test
    void findsBytesThatAreMissingOrChanged(App app) throws IOException {
        String hash = passage(app, "Damaged.pdf").get("files").get(0).get("hash").asString();
        Path bytes = app.data().resolve("content").resolve(hash.substring(0, 2)).resolve(hash);
        byte[] before = Files.readAllBytes(bytes);
        byte[] changed = before.clone();
        changed[0]++;
        Files.write(bytes, changed);
        assertThat(sentences(app)).anyMatch(s -> s.contains(hash) && s.contains("Damaged.pdf"));
        Files.delete(bytes);
        assertThat(sentences(app)).anyMatch(s -> s.contains(hash));
        Files.write(bytes, before);
    }

    @Test
    void findsAGapInTheLedger(App app) {
        passage(app, "Before the gap.pdf");
        whileChanged(app, "update counter set next_value = next_value + 5 where scheme_key = 'documents' and combination = 'ALD·C·DR'",
                "update counter set next_value = next_value - 5 where scheme_key = 'documents' and combination = 'ALD·C·DR'",
                () -> assertThat(sentences(app)).anyMatch(s -> s.startsWith("Counter documents ALD·C·DR has given")));
    }

    @Test
    void findsAReviewNobodyHasAndOneThatIsOverWithAFileThatIsNot(App app) {
        long id = passage(app, "Nobody sits.pdf").get("id").asLong();
        long review = app.as("Kwabena Adofori").get("/api/passages/" + id + "/review").must(200).body().get("id").asLong();
        whileChanged(app, "update review_seat set open = false where review_id = " + review,
                "update review_seat set open = true where review_id = " + review,
                () -> assertThat(sentences(app)).contains("Review " + review + " is under way, and nobody has it."));
        whileChanged(app, "update review set state = 'CLOSED' where id = " + review,
                "update review set state = 'OPEN' where id = " + review,
                () -> assertThat(sentences(app)).contains("Review " + review + " is over, but a file in it is not.",
                        "Review " + review + " is waited for by somebody, but is not there any more."));
        whileChanged(app, "update review_passage set passed_on = true where review_id = " + review,
                "update review_passage set passed_on = false where review_id = " + review,
                () -> assertThat(sentences(app)).contains("Review " + review + " has passed a file on without a decision."));
    }

    @Test
    void findsAStopWithoutAWayOutAndAPassageNobodyHas(App app) {
        long id = passage(app, "Nobody has it.pdf").get("id").asLong();
        String due = app.bean(JdbcClient.class).sql("select due from passage where id = ?").param(id).query(String.class).single();
        whileChanged(app, "update passage set due = null where id = " + id,
                "update passage set due = timestamp with time zone '" + due + "' where id = " + id,
                () -> assertThat(sentences(app)).contains("Passage " + id + " waits, and nobody has it."));
        whileChanged(app, "update passage set state = 'STOPPED' where id = " + id, "update passage set state = 'WAITING' where id = " + id,
                () -> assertThat(sentences(app)).contains("Passage " + id + " is stopped without a reason or a way out."));
    }
}
