package app.pervius.server.reviews;

import static app.pervius.server.Desks.chase;
import static app.pervius.server.Desks.form;
import static app.pervius.server.Desks.mails;
import static app.pervius.server.Desks.step;
import static app.pervius.server.Desks.who;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Desks;
import app.pervius.server.MovableClock;
import app.pervius.server.Running;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Time passes, and nobody answers: people are reminded, then those above, and in the end silence counts as the route says; each once. */
class ChasingTest {

    @Test
    void aLateStepIsChasedAndInTheEndSilenceCounts() throws Exception {
        try (Running.App app = Running.start("demo", Map.of("pervius.test.clock", "chasing"))) {
            Desks desks = new Desks(app);
            Map<String, Object> look = step("Look", "REVIEW", List.of(who("PERSON", desks.person("Henrike Solvangen"))));
            look.put("chase", chase(1, 1, 2, List.of(desks.role("Approver").get("id").asLong()),
                    Map.of("kind", "COUNTS", "code", 1, "daysAfter", 3)));
            Map<String, Object> approval = step("Approval", "APPROVAL", List.of(who("PERSON", desks.person("Tomasz Łęgowicz"))));
            desks.route("chased", form("Chased", List.of(look, approval)));
            JsonNode passage = desks.send("chased", "Nobody looks.pdf").getFirst();
            assertThat(mails(desks.mirela, "henrike", "waits for your decision still")).isEmpty();
            List<JsonNode> both = remindedLate(desks);
            JsonNode held = heldBack(desks);
            MovableClock.set("chasing", Duration.ofDays(30));
            app.until(() -> mails(desks.mirela, "tomasz", "nobody has decided on one file"), m -> m.size() == 1);
            JsonNode review = app.until(() -> desks.mirela.reviewOf(passage), r -> r.get("step").get("name").asString().equals("Approval"));
            assertThat(review.get("files").get(0).get("before").get(0).get("person").asString()).isEqualTo("nobody");
            app.until(() -> reminders(desks, "Nobody looks.pdf"), m -> !m.isEmpty());
            assertThat(reminders(desks, "Nobody looks.pdf")).as("both reminders were due when somebody looked").hasSize(1);
            assertThat(desks.mirela.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body())
                    .contains("Look closed: 1, accepted (nobody: 1, accepted: Nobody answered in time.)");
            app.until(() -> reminders(desks, "Parted.pdf"), m -> m.size() == 1);
            JsonNode parted = both.getLast();
            desks.mirela.post("/api/reviews/" + desks.mirela.reviewOf(parted).get("id").asLong() + "/splits",
                    Map.of("turn", 0, "passages", List.of(parted.get("id").asLong()))).must(200);
            MovableClock.set("chasing", Duration.ofDays(120));
            app.until(() -> mails(desks.mirela, "tomasz", "Reminded").size() + mails(desks.mirela, "tomasz", "Parted").size(),
                    n -> n >= 2);
            assertThat(reminders(desks, "Reminded.pdf")).as("reminders, of which there is one for a step, split or not").hasSize(1);
            assertThat(reminders(desks, "Parted.pdf")).hasSize(1);
            assertThat(desks.mirela.reviewOf(parted).get("step").get("name").asString()).isEqualTo("Approval");
            assertThat(mails(desks.mirela, "henrike", "Silence does not count here")).as("once, for what a comment holds back").hasSize(1);
            assertThat(desks.mirela.reviewOf(held).get("state").asString()).isEqualTo("OPEN");
            assertThat(desks.as("Aoife Ní Raghnaill").get("/api/check").must(200).body().get("whole").asBoolean()).isTrue();
        }
    }

    /** At a single step where silence would count, with a comment that holds back what it counts as. */
    private static JsonNode heldBack(Desks desks) {
        Map<String, Object> look = step("Look", "APPROVAL", List.of(who("PERSON", desks.person("Henrike Solvangen"))));
        look.put("chase", chase(0, 0, 0, List.of(), Map.of("kind", "COUNTS", "code", 1, "daysAfter", 2)));
        desks.route("held", form("Held", List.of(look)));
        JsonNode held = desks.send("held", "Held back.pdf").getFirst();
        desks.as("Henrike Solvangen").post("/api/passages/" + held.get("id").asLong() + "/comments",
                Map.of("key", "held", "text", "Raise the sill first.", "before", 1)).must(201);
        return held;
    }

    /** Two files at a step that reminds once, and where silence counts long after that. */
    private static List<JsonNode> remindedLate(Desks desks) {
        Map<String, Object> look = step("Look", "REVIEW", List.of(who("PERSON", desks.person("Henrike Solvangen"))));
        look.put("chase", chase(1, 0, 0, List.of(), Map.of("kind", "COUNTS", "code", 1, "daysAfter", 40)));
        desks.route("parted", form("Parted", List.of(look, step("Approval", "APPROVAL",
                List.of(who("PERSON", desks.person("Tomasz Łęgowicz")))))));
        return desks.send("parted", "Reminded.pdf", "Parted.pdf");
    }

    private static List<JsonNode> reminders(Desks desks, String file) {
        return mails(desks.mirela, "henrike", file).stream().filter(m -> m.get("text").asString().contains("for your decision still"))
                .toList();
    }
}
