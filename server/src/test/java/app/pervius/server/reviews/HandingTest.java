package app.pervius.server.reviews;

import static app.pervius.server.Desks.at;
import static app.pervius.server.Desks.decideAll;
import static app.pervius.server.Desks.ended;
import static app.pervius.server.Desks.form;
import static app.pervius.server.Desks.mails;
import static app.pervius.server.Desks.step;
import static app.pervius.server.Desks.who;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Who has a step, and how it changes hands. */
@ExtendWith(Running.class)
class HandingTest {

    @Test
    void aStepIsTakenInHandPassedOnAndGivenBack(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("hands", "Kwabena Adofori");
        JsonNode passage = desks.send("hands", "Hands.pdf").getFirst();
        Client kwabena = desks.as("Kwabena Adofori");
        Client henrike = desks.as("Henrike Solvangen");
        JsonNode review = kwabena.reviewOf(passage);
        kwabena.put(at(review) + "/hand", Map.of("turn", 0, "inHand", true)).must(204);
        assertThat(Desks.passage(desks.mirela, passage).get("row").get("passage").get("at").get("heldBy").asString())
                .isEqualTo("Kwabena Adofori (has it in hand)");
        assertThat(henrike.decide(review, passage, 1, "").must(403).sentence())
                .isEqualTo("You are not one of those who decide in this step.");
        kwabena.post(at(review) + "/passings", Map.of("turn", 0, "to", desks.person("Priya Venkatarangan"), "note", "")).must(400);
        kwabena.post(at(review) + "/passings", Map.of("turn", 0, "to", desks.person("Henrike Solvangen"), "note",
                "You know the piles better.")).must(204);
        assertThat(henrike.get("/api/desk/reviews").must(200).body().valueStream()
                .filter(r -> r.get("id").asLong() == review.get("id").asLong())
                .map(r -> r.get("seats").get(0).get("note").asString())).containsExactly("You know the piles better.");
        Client.until(() -> mails(desks.mirela, "henrike", "You know the piles better."), m -> m.size() == 1);
        Client priya = desks.as("Priya Venkatarangan");
        assertThat(priya.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body())
                .as("what reviewers say among themselves").doesNotContain("piles");
        henrike.post(at(review) + "/returns", Map.of("turn", 0, "note", "Away next week.")).must(204);
        decideAll(kwabena, passage, 1, "");
        assertThat(ended(desks.mirela, passage).get("decision").asInt()).isEqualTo(1);
    }

    @Test
    void whoDecidedAndThenPassedTheStepOnDecidedForHimself(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("own", "Kwabena Adofori");
        JsonNode passage = desks.send("own", "Decided by myself.pdf").getFirst();
        Client kwabena = desks.as("Kwabena Adofori");
        JsonNode review = kwabena.reviewOf(passage);
        kwabena.decide(review, passage, 2, "Note the level.").must(204);
        kwabena.post(at(review) + "/passings", Map.of("turn", 0, "to", desks.person("Henrike Solvangen"), "note", "")).must(204);
        Client henrike = desks.as("Henrike Solvangen");
        String answers = "/api/passages/" + passage.get("id").asLong() + "/answers";
        assertThat(henrike.get(answers).must(200).raw().body()).contains("Kwabena Adofori").doesNotContain("Adofori for Henrike");
        assertThat(henrike.get("/api/reviews/" + review.get("id").asLong()).must(200).raw().body()).contains("Kwabena Adofori")
                .doesNotContain("Adofori for Henrike");
        henrike.closeStep(henrike.reviewOf(passage)).must(204);
        ended(desks.mirela, passage);
        assertThat(desks.mirela.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body())
                .contains("(Kwabena Adofori: 2").doesNotContain("Adofori for Henrike");
    }

    @Test
    void aDeputyDecidesForWhoIsAwayButNotOnTheOwnFirmsWork(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("away", "Tomasz Łęgowicz");
        LocalDate today = LocalDate.now();
        Client tomasz = desks.as("Tomasz Łęgowicz");
        long me = desks.person("Tomasz Łęgowicz");
        long henrike = desks.person("Henrike Solvangen");
        tomasz.post(desks.project + "/absences", Map.of("person", me, "deputy", me, "from", today.toString(), "to", today.toString(),
                "note", "")).must(400);
        tomasz.post(desks.project + "/absences", Map.of("person", henrike, "deputy", me, "from", today.toString(), "to", today.toString(),
                "note", "")).must(403);
        tomasz.post(desks.project + "/absences", Map.of("person", me, "deputy", henrike, "from", today.minusDays(1).toString(), "to",
                today.plusDays(1).toString(), "note", "leave")).must(201);
        assertThat(tomasz.post(desks.project + "/absences", Map.of("person", me, "deputy", henrike, "from", today.toString(), "to",
                today.toString(), "note", "")).must(409).type()).isEqualTo("away-already");
        try {
            JsonNode passage = desks.send("away", "While away.pdf").getFirst();
            assertThat(passage.get("at").get("heldBy").asString()).isEqualTo("Tomasz Łęgowicz (away, Henrike Solvangen stands in)");
            Client deputy = desks.as("Henrike Solvangen");
            Client.until(() -> mails(desks.mirela, "henrike", "While away"), m -> !m.isEmpty());
            assertThat(deputy.get("/api/desk/reviews").must(200).body().valueStream().map(r -> r.get("submission").get("id").asLong()))
                    .contains(passage.get("from").get("submission").asLong());
            decideAll(deputy, passage, 1, "");
            ended(desks.mirela, passage);
            assertThat(deputy.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body())
                    .contains("Henrike Solvangen for Tomasz Łęgowicz");
        } finally {
            tomasz.get(desks.project + "/absences").must(200).body().valueStream().filter(a -> a.get("person").asLong() == me)
                    .forEach(a -> tomasz.delete(desks.project + "/absences/" + a.get("id").asLong()).must(204));
        }
    }

    @Test
    void allStepsOfOnePersonAreMovedToAnotherAtOneGo(App app) {
        Desks desks = new Desks(app);
        long checker = desks.person("Aoife Ní Raghnaill");
        desks.route("moved", form("Moved", List.of(step("Approval", "APPROVAL", List.of(who("PERSON", checker))))));
        JsonNode one = desks.send("moved", "Move one.pdf").getFirst();
        JsonNode two = desks.send("moved", "Move two.pdf").getFirst();
        desks.mirela.post(desks.project + "/moved-steps", Map.of("from", checker, "to", desks.person("Kwabena Adofori"), "reason", " "))
                .must(400);
        assertThat(desks.mirela.get(desks.project + "/people/" + checker + "/hanging").must(200).raw().body())
                .contains("2 steps of reviews wait for this person", "The route “Moved” names this person.");
        JsonNode moved = desks.mirela.post(desks.project + "/moved-steps",
                Map.of("from", checker, "to", desks.person("Kwabena Adofori"), "reason", "On another project now")).must(200).body();
        assertThat(moved.get("moved").asInt()).isEqualTo(2);
        Client kwabena = desks.as("Kwabena Adofori");
        List.of(one, two).forEach(p -> decideAll(kwabena, p, 1, ""));
        List.of(one, two).forEach(p -> ended(desks.mirela, p));
        assertThat(desks.mirela.get("/api/passages/" + one.get("id").asLong()).must(200).raw().body())
                .contains("Moved from Aoife Ní Raghnaill to Kwabena Adofori: On another project now");
        desks.mirela.delete(desks.project + "/routes/moved").must(204);
    }

    @Test
    void whoGetsARoleSitsInItsOpenStepsAndWhoLosesItNoMore(App app) {
        Desks desks = new Desks(app);
        long role = desks.role("Pile checker", "Kwabena Adofori");
        desks.route("piles", form("Piles", List.of(step("Approval", "APPROVAL", List.of(who("ROLE", role))))));
        JsonNode passage = desks.send("piles", "Piles.pdf").getFirst();
        desks.hold("Pile checker", "Henrike Solvangen");
        JsonNode review = desks.mirela.reviewOf(passage);
        assertThat(review.get("seats").valueStream().map(s -> s.get("person").asString())).containsExactly("Henrike Solvangen");
        assertThat(desks.as("Kwabena Adofori").decide(review, passage, 1, "").status()).isEqualTo(403);
        desks.hold("Pile checker");
        assertThat(desks.mirela.reviewOf(passage).get("seats")).as("somebody always has it").hasSize(1);
        decideAll(desks.as("Henrike Solvangen"), passage, 1, "");
        ended(desks.mirela, passage);
    }

    @Test
    void aStepThatNeedsTwoAnswersNeverComesDownToOnePerson(App app) {
        Desks desks = new Desks(app);
        long role = desks.role("Tunnel checker", "Kwabena Adofori", "Henrike Solvangen");
        Map<String, Object> both = step("Approval", "APPROVAL", List.of(who("ROLE", role)));
        both.put("needs", "AT_LEAST");
        both.put("atLeast", 2);
        desks.route("tunnel", form("Tunnel", List.of(both)));
        JsonNode passage = desks.send("tunnel", "Tunnel.pdf").getFirst();
        JsonNode review = desks.mirela.reviewOf(passage);
        Client kwabena = desks.as("Kwabena Adofori");
        assertThat(kwabena.post(at(review) + "/passings", Map.of("turn", 0, "to", desks.person("Henrike Solvangen"), "note", "")).must(400)
                .sentence()).isEqualTo("Henrike Solvangen sits in this step already.");
        JsonNode moved = desks.mirela.post(desks.project + "/moved-steps",
                Map.of("from", desks.person("Kwabena Adofori"), "to", desks.person("Henrike Solvangen"), "reason", "leave")).must(200)
                .body();
        assertThat(moved.get("notMoved").valueStream().map(n -> n.get("review").asLong())).contains(review.get("id").asLong());
        desks.hold("Tunnel checker", "Henrike Solvangen");
        assertThat(desks.mirela.reviewOf(passage).get("seats")).hasSize(2);
        desks.hold("Tunnel checker", "Henrike Solvangen", "Tomasz Łęgowicz");
        assertThat(desks.mirela.reviewOf(passage).get("seats").valueStream().map(s -> s.get("person").asString()))
                .containsExactlyInAnyOrder("Henrike Solvangen", "Tomasz Łęgowicz");
        desks.as("Tomasz Łęgowicz").decide(review, passage, 1, "").must(204);
        decideAll(desks.as("Henrike Solvangen"), passage, 1, "");
        ended(desks.mirela, passage);
    }

    @Test
    void aControllerNudgesAndAPersonLeavesOnlyWhenNothingHangsOnThem(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("nudged", "Kwabena Adofori");
        JsonNode passage = desks.send("nudged", "Nudge me.pdf").getFirst();
        JsonNode review = desks.mirela.reviewOf(passage);
        desks.mirela.post(at(review) + "/nudges", Map.of("turn", 0)).must(204);
        Client.until(() -> mails(desks.mirela, "kwabena", "Mirela Draganova asks for your answer."), m -> m.size() == 1);
        assertThat(desks.mirela.delete(desks.project + "/people/" + desks.person("Kwabena Adofori")).must(409).type())
                .isEqualTo("hangs-on-person");
        long firm = desks.mirela.get(desks.project + "/people").must(200).body().get("firms").get(0).get("id").asLong();
        JsonNode person = desks.mirela.post(desks.project + "/people",
                Map.of("firmId", firm, "name", "Ingibjörg Testdóttir", "email", "ingibjorg@kwb.example", "job", "", "roles", List.of()))
                .must(201).body();
        long id = person.get("person").get("id").asLong();
        String mail = Client.until(() -> mails(desks.mirela, "ingibjorg", "/invitation/"), m -> m.size() == 1).getFirst().get("text")
                .asString();
        String secret = mail.replaceAll("(?s).*/invitation/([\\w-]+).*", "$1");
        Client invited = app.nobody();
        invited.post("/api/entrance/invitations/" + secret, Map.of("password", "short")).must(400);
        assertThat(invited.get("/api/entrance/invitations/" + secret).must(200).body().get("name").asString())
                .isEqualTo("Ingibjörg Testdóttir");
        invited.post("/api/entrance/invitations/" + secret, Map.of("password", "slate otter meridian")).must(200);
        assertThat(invited.get("/api/projects").must(200).body()).hasSize(1);
        app.nobody().post("/api/entrance/invitations/" + secret, Map.of("password", "birch anvil tundra")).must(409);
        desks.mirela.delete(desks.project + "/people/" + id).must(204);
        // Who leaves the last project signs in no more.
        invited.get("/api/projects").must(401);
    }
}
