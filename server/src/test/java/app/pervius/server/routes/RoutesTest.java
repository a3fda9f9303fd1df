package app.pervius.server.routes;

import static app.pervius.server.Desks.at;
import static app.pervius.server.Desks.decideAll;
import static app.pervius.server.Desks.ended;
import static app.pervius.server.Desks.form;
import static app.pervius.server.Desks.step;
import static app.pervius.server.Desks.who;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What routes say is what happens. */
@ExtendWith(Running.class)
class RoutesTest {

    @Test
    void whereAllAreNeededEachAnswersAndTheWorstCounts(App app) {
        Desks desks = new Desks(app);
        Map<String, Object> both = step("Review by both", "REVIEW",
                List.of(who("PERSON", desks.person("Henrike Solvangen")), who("PERSON", desks.person("Kwabena Adofori"))));
        both.put("needs", "ALL");
        both.put("leads", List.of(Map.of("code", 3, "kind", "BACK", "step", 0)));
        desks.route("both", form("Both", List.of(both, step("Approval", "APPROVAL",
                List.of(who("PERSON", desks.person("Tomasz Łęgowicz")))))));
        JsonNode passage = desks.send("both", "Ground report.pdf").getFirst();
        Client henrike = desks.as("Henrike Solvangen");
        Client kwabena = desks.as("Kwabena Adofori");
        JsonNode review = henrike.reviewOf(passage);
        assertThat(review.get("step").get("needed").asInt()).isEqualTo(2);
        henrike.decide(review, passage, 1, "").must(204);
        assertThat(henrike.closeStep(review).must(409).sentence()).startsWith("One file has no decision yet");
        kwabena.decide(review, passage, 3, "Boreholes are missing.").must(204);
        assertThat(kwabena.reviewOf(passage).get("files").get(0).get("decision").asInt()).isEqualTo(3);
        kwabena.closeStep(review).must(204);
        assertThat(ended(desks.mirela, passage).get("at").get("ended").asString()).as("3 leads back to the author at once")
                .isEqualTo("RETURNED");
    }

    @Test
    void aCodeLeadsBackToAnEarlierStepAndOnlyForItsFiles(App app) {
        Desks desks = new Desks(app);
        Map<String, Object> approval = step("Approval", "APPROVAL", List.of(who("PERSON", desks.person("Tomasz Łęgowicz"))));
        approval.put("leads", List.of(Map.of("code", 2, "kind", "TO_STEP", "step", 0)));
        desks.route("again", form("Again", List.of(step("First look", "REVIEW", List.of(who("PERSON", desks.person("Henrike Solvangen")))),
                approval)));
        List<JsonNode> passages = desks.send("again", "Look a.pdf", "Look b.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Client tomasz = desks.as("Tomasz Łęgowicz");
        decideAll(henrike, passages.get(0), 1, "");
        JsonNode review = tomasz.reviewOf(passages.get(0));
        tomasz.decide(review, passages.get(0), 2, "Look at the north side once more.").must(204);
        tomasz.decide(review, passages.get(1), 1, "").must(204);
        tomasz.closeStep(review).must(204);

        JsonNode once = henrike.reviewOf(passages.get(0));
        assertThat(once.get("step").get("name").asString()).isEqualTo("First look");
        assertThat(once.get("turn").asInt()).isEqualTo(2);
        assertThat(once.get("files")).hasSize(1);
        assertThat(once.get("files").get(0).get("before").valueStream().map(a -> a.get("comment").asString()))
                .contains("Look at the north side once more.");
        assertThat(Desks.passage(desks.mirela, passages.get(1)).get("row").get("passage").get("at").get("heldBy").asString())
                .as("files of this route wait for each other")
                .isEqualTo("Pervius, until the other files of the review are decided");
        decideAll(henrike, passages.get(0), 1, "");
        decideAll(tomasz, passages.get(0), 1, "");
        assertThat(ended(desks.mirela, passages.get(1)).get("decision").asInt()).isEqualTo(1);
        assertThat(ended(desks.mirela, passages.get(0)).get("decision").asInt()).isEqualTo(1);
    }

    @Test
    void whereFilesGoAloneADecidedOneDoesNotWait(App app) {
        Desks desks = new Desks(app);
        Map<String, Object> alone = form("Alone", List.of(step("Approval", "APPROVAL",
                List.of(who("PERSON", desks.person("Tomasz Łęgowicz"))))));
        alone.put("filesGoAlone", true);
        desks.route("alone", alone);
        List<JsonNode> passages = desks.send("alone", "Quick.pdf", "Slow.pdf");
        Client tomasz = desks.as("Tomasz Łęgowicz");
        JsonNode review = tomasz.reviewOf(passages.get(0));
        tomasz.decide(review, passages.get(0), 1, "").must(204);
        tomasz.closeStep(review).must(204);
        assertThat(ended(desks.mirela, passages.get(0)).get("decision").asInt()).isEqualTo(1);
        assertThat(tomasz.reviewOf(passages.get(1)).get("files")).hasSize(1);
    }

    @Test
    void aStepIsLeftOutWhereItsConditionDoesNotHoldAndTheMatrixSaysWhoReviews(App app) {
        Desks desks = new Desks(app);
        long civil = desks.role("Lead civil engineer").get("id").asLong();
        long approver = desks.role("Approver").get("id").asLong();
        JsonNode now = desks.mirela.get(desks.project + "/matrix").must(200).body();
        desks.mirela.put(desks.project + "/matrix", Map.of("version", now.get("version").asInt(), "cells", List.of(
                Map.of("type", "RP", "discipline", "C", "reviews", List.of(civil), "approves", List.of(), "told", List.of()),
                Map.of("type", "", "discipline", "", "reviews", List.of(), "approves", List.of(approver), "told", List.of(civil)))))
                .must(204);
        Map<String, Object> hydraulics = step("Hydraulics", "REVIEW", List.of(who("PERSON", desks.person("Henrike Solvangen"))));
        hydraulics.put("when", Map.of("kind", "IS", "field", "discipline", "values", List.of("H"), "cycle", 0));
        desks.route("matrix", form("By the matrix", List.of(hydraulics, step("Review", "REVIEW", List.of(who("MATRIX", "REVIEWS"))),
                step("Approval", "APPROVAL", List.of(who("MATRIX", "APPROVES"))))));
        JsonNode passage = desks.send("matrix", "Traffic report.pdf").getFirst();
        JsonNode review = desks.mirela.reviewOf(passage);
        assertThat(review.get("step").get("name").asString()).isEqualTo("Review");
        assertThat(review.get("seats").valueStream().map(s -> s.get("person").asString())).containsExactly("Kwabena Adofori");
        assertThat(desks.mirela.put(desks.project + "/matrix", Map.of("version", 0, "cells", List.of())).must(409).type())
                .isEqualTo("changed-meanwhile");
    }

    @Test
    void aBrokenMatrixTableIsRefusedWithRowAndColumnAndTheSameTableComesBackIn(App app) {
        Desks desks = new Desks(app);
        String broken = "Type,Discipline,Reviews,Approves,Is told\nDR,C,Lead civil engineer,Approver,\nXX,H,Lead hydraulics "
                + "engineer,,Nobody in particular\n";
        JsonNode faults = desks.mirela.postBytes(desks.project + "/matrix/table?look=false", broken.getBytes()).must(200).body()
                .get("faults");
        assertThat(faults.valueStream().map(f -> f.get("row").asInt() + " " + f.get("column").asString() + ": " + f.get("sentence")
                .asString())).containsExactly(
                "3 Type: “XX” is not one of the project's codes for “Document type”.",
                "3 Is told: The project has no role “Nobody in particular”.");
        String good = "Type,Discipline,Reviews,Approves,Is told\nDR,C,Lead civil engineer,Approver,Site team\nany,any,,Approver,\n";
        assertThat(desks.mirela.postBytes(desks.project + "/matrix/table?look=false", good.getBytes()).must(200).body().get("cells")
                .asInt()).isEqualTo(2);
        assertThat(desks.mirela.get(desks.project + "/matrix/table?format=CSV").must(200).raw().body())
                .contains("DR,C,Lead civil engineer,Approver,Site team", "any,any,,Approver,");
    }

    @Test
    void onCompletionFieldsAndTheStatusCodeAreSetAndTheProjectsCodesSayWhereItGoes(App app) {
        Desks desks = new Desks(app);
        JsonNode project = desks.mirela.get("/api/projects").must(200).body().get(0);
        List<Map<String, Object>> codes = new java.util.ArrayList<>();
        project.get("decisionCodes").forEach(c -> {
            Map<String, Object> code = new java.util.HashMap<>();
            c.properties().forEach(e -> code.put(e.getKey(), e.getValue()));
            codes.add(code);
        });
        codes.getFirst().putAll(Map.of("folder", desks.mirela.folder("Published / For construction"), "status", "A1", "path", ""));
        desks.mirela.put(desks.project + "/decision-codes", Map.of("version", project.get("version").asInt(), "decisionCodes", codes))
                .must(204);
        Map<String, Object> form = form("Sets things", List.of(step("Approval", "APPROVAL",
                List.of(who("PERSON", desks.person("Tomasz Łęgowicz"))))));
        form.put("statusCodes", List.of(Map.of("code", 1, "status", "CR")));
        form.put("values", Map.of("discipline", "H"));
        desks.route("sets", form);
        JsonNode passage = desks.send("sets", "As built report.pdf").getFirst();
        decideAll(desks.as("Tomasz Łęgowicz"), passage, 1, "");
        JsonNode done = ended(desks.mirela, passage);
        assertThat(done.get("at").get("ended").asString()).isEqualTo("ISSUED");
        assertThat(done.get("status").asString()).isEqualTo("CR");
        assertThat(Desks.passage(desks.mirela, passage).get("values").get("discipline").asString()).isEqualTo("H");
    }

    @Test
    void aRouteIsPutInForceByEditionsAndFaultsKeepItBack(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("editions", "Tomasz Łęgowicz");
        JsonNode passage = desks.send("editions", "Before the change.pdf").getFirst();
        Map<String, Object> changed = form("editions", List.of(step("Look first", "REVIEW",
                List.of(who("PERSON", desks.person("Henrike Solvangen")))),
                step("Approval", "APPROVAL", List.of(who("PERSON", desks.person("Tomasz Łęgowicz"))))));
        assertThat(desks.mirela.put(desks.project + "/routes/editions", Map.of("edition", 0, "form", changed)).must(409).sentence())
                .isEqualTo("There is a route of this key already.");
        desks.mirela.put(desks.project + "/routes/editions", Map.of("edition", 1, "form", changed)).must(204);
        assertThat(desks.mirela.get(desks.project + "/routes/editions/editions").must(200).body().valueStream()
                .map(e -> e.get("edition").asInt())).containsExactly(2, 1);
        assertThat(desks.mirela.reviewOf(passage).get("route").get("steps").asInt()).as("what began on edition 1 ends on it").isEqualTo(1);
        Map<String, Object> endless = form("Endless", List.of(step("Only a review", "REVIEW",
                List.of(who("PERSON", desks.person("Henrike Solvangen"))))));
        assertThat(desks.mirela.put(desks.project + "/routes/endless", Map.of("edition", 0, "form", endless)).must(400).sentence())
                .isEqualTo("Step 1: The last step decides, so it is an approval.");
        assertThat(desks.mirela.post(desks.project + "/routes/looks", endless).must(200).body().get("remarks").get(0).get("fault")
                .asBoolean()).isTrue();
        assertThat(desks.mirela.delete(desks.project + "/routes/civil").must(409).type()).isEqualTo("route-in-use");
        desks.mirela.delete(desks.project + "/routes/editions").must(204);
        decideAll(desks.as("Tomasz Łęgowicz"), passage, 4, "no");
        assertThat(ended(desks.mirela, passage).get("at").get("ended").asString()).isEqualTo("RETURNED");
    }

    @Test
    void aRoleThatNobodyHoldsWhenItsStepComesStopsTheFilesAndTheyGoOnThereOnceItIsMended(App app) {
        Desks desks = new Desks(app);
        long checker = desks.role("Bridge checker", "Kwabena Adofori");
        desks.route("bridge", form("Bridges", List.of(step("Look", "REVIEW", List.of(who("PERSON", desks.person("Henrike Solvangen")))),
                step("Check", "APPROVAL", List.of(who("ROLE", checker))))));
        JsonNode passage = desks.send("bridge", "Footbridge report.pdf").getFirst();
        desks.hold("Bridge checker");
        decideAll(desks.as("Henrike Solvangen"), passage, 1, "");
        JsonNode stopped = Client.until(() -> Desks.passage(desks.mirela, passage).get("row").get("passage"), p -> p.get("at").get("state")
                .asString()
                .equals("STOPPED"));
        assertThat(stopped.get("at").get("stop").get("reason").asString())
                .isEqualTo("Route “Bridges”, step “Check”: nobody holds the role “Bridge checker”.");
        desks.hold("Bridge checker", "Tomasz Łęgowicz");
        desks.mirela.post("/api/passages/ways-out", Map.of("way", "TRY_AGAIN", "fields", Map.of(), "text", "",
                "passages", List.of(Map.of("passage", stopped.get("id").asLong(), "version", stopped.get("version").asInt())))).must(200);
        desks.mirela.settled(passage.get("from").get("submission").asLong());
        JsonNode review = desks.as("Tomasz Łęgowicz").reviewOf(passage);
        assertThat(review.get("step").get("name").asString()).as("it goes on at the step it had come to").isEqualTo("Check");
        assertThat(desks.mirela.get(at(review)).must(200).body().get("files").get(0).get("before")).hasSize(1);
    }
}
