package app.pervius.server.reviews;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** From the Desk to the shared folder. */
@ExtendWith(Running.class)
class DecidingTest {

    private static final String CIVIL = "Work in progress / Aldermoor Civils / Drawings";

    private static List<String> filesIn(Client who, String folder) {
        return who.get("/api/folders/" + who.folder(folder)).must(200).body().get("files").get("items").valueStream()
                .map(r -> r.get("file").get("name").asString()).toList();
    }

    /** One person gives every file the same code and closes the step. */
    private static void decideAll(Client who, JsonNode passage, int code, String comment) {
        JsonNode review = who.reviewOf(passage);
        review.get("files").forEach(f -> who.decide(review, f.get("passage"), code, comment).must(204));
        who.closeStep(review).must(204);
    }

    private static JsonNode ended(Client who, JsonNode passage) {
        return Client.until(() -> who.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage"),
                p -> p.get("at").has("ended"));
    }

    @Test
    void acceptedRevisionsArePlacedAndTheOthersGoBackWithTheirComments(App app) {
        Client priya = app.as("Priya Venkatarangan");
        Client kwabena = app.as("Kwabena Adofori");
        Client tomasz = app.as("Tomasz Łęgowicz");
        List<JsonNode> passages = priya.settled(priya.submit(CIVIL, "Quay wall.pdf", "Quay steps.pdf"));
        decideAll(kwabena, passages.getFirst(), 1, "");
        JsonNode approval = tomasz.reviewOf(passages.getFirst());
        assertThat(approval.get("step").get("name").asString()).isEqualTo("Approval");
        tomasz.decide(approval, passages.get(0), 1, "").must(204);
        tomasz.decide(approval, passages.get(1), 3, "Handrail is missing.").must(204);
        tomasz.closeStep(approval).must(204);

        assertThat(ended(priya, passages.get(0)).get("at").get("ended").asString()).isEqualTo("ISSUED");
        assertThat(ended(priya, passages.get(1)).get("at").get("ended").asString()).isEqualTo("RETURNED");
        String number = passages.getFirst().get("names").get("number").asString();
        assertThat(filesIn(priya, "Shared / Civil")).contains(number + "_P01_A1.pdf")
                .noneMatch(n -> n.startsWith(passages.get(1).get("names").get("number").asString()));
        Client.until(() -> priya.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("recipient").asString().startsWith("priya") && m.get("text").asString().contains("Handrail is missing."))
                .toList(), m -> m.size() == 1);
    }

    @Test
    void aStepIsNotClosedBeforeEveryFileIsDecidedAndSomeCodesNeedAComment(App app) {
        Client priya = app.as("Priya Venkatarangan");
        Client kwabena = app.as("Kwabena Adofori");
        List<JsonNode> passages = priya.settled(priya.submit(CIVIL, "Culvert a.pdf", "Culvert b.pdf"));
        JsonNode review = kwabena.reviewOf(passages.getFirst());
        assertThat(kwabena.decide(review, passages.getFirst(), 3, "").must(400).sentence())
                .isEqualTo("“3, revise and resubmit” needs a comment: the author has to know why.");
        kwabena.decide(review, passages.getFirst(), 1, "").must(204);
        assertThat(kwabena.closeStep(review).must(409).sentence()).startsWith("One file has no decision yet: ");
    }

    @Test
    void aSecondClosingOfTheSameStepIsRefusedWithWhoDidItAndWhen(App app) {
        Client giorgi = app.as("Giorgi Tskalishvili");
        Client henrike = app.as("Henrike Solvangen");
        Client kwabena = app.as("Kwabena Adofori");
        JsonNode passage = giorgi.settled(giorgi.submit("Work in progress / Brask Controls / Drawings", "Beacon.pdf")).getFirst();
        JsonNode seenByBoth = henrike.reviewOf(passage);
        henrike.decide(seenByBoth, passage, 1, "").must(204);
        henrike.closeStep(seenByBoth).must(204);
        assertThat(kwabena.closeStep(seenByBoth).must(409).sentence())
                .matches("Henrike Solvangen closed the step “Technical review” on .+, \\d\\d:\\d\\d\\.");
    }

    @Test
    void whatAnotherReviewerHasSaidIsNotOverwrittenSilently(App app) {
        Client giorgi = app.as("Giorgi Tskalishvili");
        Client henrike = app.as("Henrike Solvangen");
        Client kwabena = app.as("Kwabena Adofori");
        JsonNode passage = giorgi.settled(giorgi.submit("Work in progress / Brask Controls / Drawings", "Siren.pdf")).getFirst();
        JsonNode review = henrike.reviewOf(passage);
        henrike.decide(review, passage, 2, "Louder.").must(204);
        assertThat(kwabena.decide(review, passage, 1, "").must(409).sentence()).startsWith("Henrike Solvangen has given “2” for ")
                .endsWith("Louder.");
    }

    @Test
    void theAuthorsFirmNeitherDecidesNorReadsWhatIsSaidBeforeTheEnd(App app) {
        Client priya = app.as("Priya Venkatarangan");
        Client kwabena = app.as("Kwabena Adofori");
        JsonNode passage = priya.settled(priya.submit(CIVIL, "Secret remarks.pdf")).getFirst();
        JsonNode review = kwabena.reviewOf(passage);
        kwabena.decide(review, passage, 3, "Between ourselves.").must(204);
        priya.get("/api/passages/" + passage.get("id").asLong() + "/review").must(404);
        priya.decide(review, passage, 1, "").must(404);
        assertThat(priya.get("/api/passages/" + passage.get("id").asLong() + "/answers").must(200).body()).isEmpty();
        assertThat(priya.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body()).doesNotContain("Between ourselves.");
        kwabena.closeStep(review).must(204);
        assertThat(priya.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body()).contains("Approval began")
                .doesNotContain("Between ourselves.");
        assertThat(kwabena.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body()).contains("Between ourselves.");
        decideAll(app.as("Tomasz Łęgowicz"), passage, 3, "As he says.");
        ended(priya, passage);
        assertThat(priya.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body())
                .contains("Between ourselves.", "As he says.");
    }

    @Test
    void whoDoesNotHoldTheRoleDoesNotDecide(App app) {
        Client priya = app.as("Priya Venkatarangan");
        Client tomasz = app.as("Tomasz Łęgowicz");
        JsonNode passage = priya.settled(priya.submit(CIVIL, "Not yet his.pdf")).getFirst();
        assertThat(tomasz.decide(tomasz.reviewOf(passage), passage, 1, "").must(403).sentence())
                .isEqualTo("You are not one of those who decide in this step.");
    }

    @Test
    void theNextRevisionIsCycleTwoAndTakesThePlaceOfTheFirst(App app) {
        Client priya = app.as("Priya Venkatarangan");
        Client kwabena = app.as("Kwabena Adofori");
        Client tomasz = app.as("Tomasz Łęgowicz");
        JsonNode first = priya.settled(priya.submit(CIVIL, "Bridge deck.pdf")).getFirst();
        String number = first.get("names").get("number").asString();
        assertThat(priya.settled(priya.submit(CIVIL, number + "_P02.pdf")).getFirst().get("at").get("stop").get("code").asString())
                .isEqualTo("ALREADY_ON_ITS_WAY");
        decideAll(kwabena, first, 1, "");
        decideAll(tomasz, first, 1, "");
        ended(priya, first);

        List<JsonNode> second = priya.settled(priya.submit(CIVIL, "Something else.pdf", number + " rev P02 deck.pdf"));
        JsonNode revised = second.get(1);
        assertThat(revised.get("names").get("revision").asString()).isEqualTo("P02");
        assertThat(revised.get("cycle").asInt()).isEqualTo(2);
        assertThat(priya.get("/api/passages/" + revised.get("id").asLong()).must(200).body().get("cycles")).hasSize(2);
        decideAll(kwabena, revised, 1, "");
        decideAll(tomasz, revised, 2, "Add a north arrow.");
        ended(priya, revised);

        assertThat(filesIn(priya, "Shared / Civil")).contains(number + "_P02_B1.pdf").doesNotContain(number + "_P01_A1.pdf");
        assertThat(filesIn(priya, "Archive")).contains(number + "_P01_A1.pdf");
    }

    @Test
    void aRevisionOutOfSequenceAndAnotherFirmsNumberAreStopped(App app) {
        Client priya = app.as("Priya Venkatarangan");
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode first = priya.settled(priya.submit(CIVIL, "Sequence.pdf")).getFirst();
        String number = first.get("names").get("number").asString();
        decideAll(app.as("Kwabena Adofori"), first, 3, "again");
        decideAll(app.as("Tomasz Łęgowicz"), first, 3, "again");
        ended(priya, first);
        assertThat(priya.settled(priya.submit(CIVIL, number + "_P07.pdf")).getFirst().get("at").get("stop").get("reason").asString())
                .isEqualTo("The name says revision P07, but after P01 of " + number + " comes P02.");
        assertThat(yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", number + ".pdf")).getFirst().get("at")
                .get("stop")
                .get("code").asString())
                .isEqualTo("WRONG_ORIGINATOR");
    }

    @Test
    void eachPersonGetsOneMessagePerOccasionHoweverManyFiles(App app) {
        Client linnea = app.as("Linnéa Åkerström-Vass");
        long id = linnea.submit("Work in progress / Fennick Hydraulics / Drawings", "Mail a.pdf", "Mail b.pdf", "Mail c.pdf");
        linnea.settled(id);
        String reference = linnea.get("/api/submissions/" + id).must(200).body().get("reference").asString();
        List<JsonNode> mails = Client.until(() -> linnea.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("subject").asString().contains("(" + reference + ")")).toList(), m -> m.size() >= 2);
        assertThat(mails).extracting(m -> m.get("subject").asString()).containsExactlyInAnyOrder(
                "[KWR] 3 files arrived (" + reference + ")", "[KWR] 3 files waiting for your decision (" + reference + ")");
        assertThat(mails).as("which of the steps it is for").filteredOn(m -> m.get("subject").asString().contains("waiting"))
                .singleElement().satisfies(m -> assertThat(m.get("text").asString()).contains("Mail a.pdf, step “Technical review”"));
        assertThat(mails).allSatisfy(m -> assertThat(m.get("text").asString())
                .contains("Mail a", "Mail b", "Mail c", "http://127.0.0.1", "Sent by rule “Hydraulic design (edition "));
    }

    @Test
    void badDecisionsAreRefused(App app) {
        Client priya = app.as("Priya Venkatarangan");
        Client kwabena = app.as("Kwabena Adofori");
        List<JsonNode> passages = priya.settled(priya.submit(CIVIL, "Odd codes.pdf"));
        JsonNode review = kwabena.reviewOf(passages.getFirst());
        kwabena.decide(review, passages.getFirst(), 5, "x").must(400);
        kwabena.put("/api/reviews/" + review.get("id").asLong() + "/decisions",
                Map.of("turn", 0, "passages", List.of(1), "code", 1, "comment", "", "overrule", false)).must(400);
        kwabena.put("/api/reviews/1/decisions", Map.of("turn", 0, "passages", List.of(1), "code", 1, "comment", "", "overrule", false))
                .must(404);
    }
}
