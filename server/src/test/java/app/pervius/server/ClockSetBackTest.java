package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.outbound.Outbound;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** The machine's clock is set back by hours while Pervius runs: work goes on, mail goes out, nothing waits for the clock to catch up. */
class ClockSetBackTest {

    private static final Duration AHEAD = Duration.ofHours(3);
    private static final String DRAWINGS = "Work in progress / Fennick Hydraulics / Drawings";

    @Test
    void aClockThatIsSetBackHoldsNothingUp() throws Exception {
        MovableClock.set("set back", AHEAD);
        try (Running.App app = Running.start("demo", Map.of("pervius.test.clock", "set back", "pervius.clockwork", true))) {
            Client yusuf = app.as("Yusuf Karaderin");
            JsonNode before = yusuf.settled(yusuf.submit(DRAWINGS, "Before the clock.pdf")).getFirst();
            JdbcClient jdbc = app.bean(JdbcClient.class);
            Client.until(() -> waiting(app), none -> none == 0);
            Instant ahead = Instant.now().plus(AHEAD);
            MovableClock.set("set back", Duration.ZERO);
            // What a mail server that was away left while the clock was ahead: to be tried again in three hours.
            jdbc.sql("update message set sent_at = null where id = (select max(id) from message)").update();
            jdbc.sql("""
                    insert into outbound (id, channel, item_key, subject_id, project_id, tries, next_try, put_at)
                    select next value for ids, 'mail', cast(id as varchar), id, project_id, 1, cast(? as timestamp with time zone), made_at
                    from message where sent_at is null""").param(ahead.atOffset(ZoneOffset.UTC)).update();
            JsonNode after = yusuf.settled(yusuf.submit(DRAWINGS, "After the clock.pdf")).getFirst();
            assertThat(after.get("at").get("station").asString()).isEqualTo("REVIEW");
            Client henrike = app.as("Henrike Solvangen");
            JsonNode review = henrike.reviewOf(before);
            henrike.decide(review, before, 1, "").must(204);
            henrike.closeStep(review).must(204);
            JsonNode journal = henrike.get("/api/passages/" + before.get("id").asLong()).must(200).body().get("journal");
            assertThat(journal.get(journal.size() - 1).get("kind").asString()).as("the journal keeps its order whatever the clock says")
                    .isEqualTo("STEP_BEGAN");
            Client.until(() -> waiting(app), none -> none == 0);
            assertThat(app.as("Aoife Ní Raghnaill").get("/api/check").must(200).body().get("whole").asBoolean()).isTrue();
        }
    }

    private static int waiting(Running.App app) {
        return app.bean(Outbound.class).waiting("mail").size();
    }
}
