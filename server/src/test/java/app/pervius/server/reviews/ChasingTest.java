package app.pervius.server.reviews;

import static app.pervius.server.reviews.Desks.form;
import static app.pervius.server.reviews.Desks.mails;
import static app.pervius.server.reviews.Desks.step;
import static app.pervius.server.reviews.Desks.who;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.MovableClock;
import app.pervius.server.Pervius;
import app.pervius.server.Running;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.boot.SpringApplication;
import tools.jackson.databind.JsonNode;

/** Time passes, and nobody answers: people are reminded, then those above, and in the end silence counts as the route says; each once. */
class ChasingTest {

    @Test
    void aLateStepIsChasedAndInTheEndSilenceCounts() throws Exception {
        Path data = Files.createTempDirectory("pervius-chasing");
        SpringApplication application = new SpringApplication(Pervius.class);
        application.setDefaultProperties(Map.of("pervius.data", data.toString(), "server.address", "127.0.0.1", "server.port", 0, "spring.profiles.active", "demo",
                "pervius.reviews.chase-seconds", 1, "pervius.test.clock", "chasing"));
        try (Running.App app = new Running.App(application.run(), data)) {
            Desks desks = new Desks(app);
            Map<String, Object> look = step("Look", "REVIEW", List.of(who("PERSON", desks.person("Henrike Solvangen"))));
            look.putAll(Map.of("remindBefore", 1, "remindAfter", 1, "escalateAfter", 2, "escalateTo", List.of(desks.role("Approver").get("id").asLong()),
                    "silence", Map.of("kind", "COUNTS", "code", 1, "daysAfter", 3)));
            Map<String, Object> approval = step("Approval", "APPROVAL", List.of(who("PERSON", desks.person("Tomasz Łęgowicz"))));
            desks.route("chased", form("Chased", List.of(look, approval)));
            JsonNode passage = desks.send("chased", "Nobody looks.pdf").getFirst();
            assertThat(mails(desks.mirela, "henrike", "waits for your decision still")).isEmpty();
            MovableClock.set("chasing", Duration.ofDays(30));
            Client.until(() -> mails(desks.mirela, "tomasz", "nobody has decided on one file"), m -> m.size() == 1);
            JsonNode review = Client.until(() -> desks.mirela.reviewOf(passage), r -> r.get("stepName").asString().equals("Approval"));
            assertThat(review.get("files").get(0).get("before").get(0).get("person").asString()).isEqualTo("nobody");
            Client.until(() -> mails(desks.mirela, "henrike", "Nobody looks.pdf").stream().filter(m -> m.get("text").asString().contains("for your decision still")).toList(), m -> m.size() == 2);
            assertThat(desks.mirela.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body()).contains("Look closed: 1, accepted (nobody: 1, Nobody answered in time.)");
            assertThat(desks.as("Aoife Ní Raghnaill").get("/api/check").must(200).body().get("whole").asBoolean()).isTrue();
        }
    }
}
