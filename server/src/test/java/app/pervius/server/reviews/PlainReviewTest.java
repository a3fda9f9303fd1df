package app.pervius.server.reviews;

import static app.pervius.server.Desks.decideAll;
import static app.pervius.server.Desks.ended;
import static app.pervius.server.Desks.form;
import static app.pervius.server.Desks.step;
import static app.pervius.server.Desks.who;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What gets no number is reviewed like anything else, and keeps its name. */
@ExtendWith(Running.class)
class PlainReviewTest {

    private static final String FOLDER = "Work in progress / Dunmarrow Works / Plain files";

    @Test
    void aPlainFileIsApprovedWithoutANumberAndKeepsItsNameWhereverItGoes(App app) {
        Desks desks = new Desks(app);
        Client mirela = desks.mirela;
        Client site = app.as("Marisol Quintavalle");
        mirela.post("/api/folders/" + mirela.folder("Work in progress / Dunmarrow Works") + "/folders", Map.of("name", "Plain files",
                "values", Map.of())).must(201);
        desks.route("plain", form("Plain approval", List.of(step("Approval", "APPROVAL",
                List.of(who("PERSON", desks.person("Henrike Solvangen")))))));
        Map<String, Object> form = RuleForms.with(RuleForms.handling("Plain approval", mirela.folder(FOLDER), "documents", "plain",
                mirela.folder("Shared / Site documents")), "number", new HashMap<>());
        long rule = RuleForms.inForce(mirela, form);
        assertThat(RuleForms.row(mirela, rule).get("findings")).as("nothing is wrong with it").isEmpty();

        List<JsonNode> passages = site.settled(site.submit(FOLDER, "Crane positions.pdf", "Shift plan.pdf"));
        assertThat(passages).allSatisfy(p -> {
            assertThat(p.get("names").has("number")).isFalse();
            assertThat(p.get("at").get("station").asString()).isEqualTo("REVIEW");
        });
        Client henrike = desks.as("Henrike Solvangen");
        JsonNode review = henrike.reviewOf(passages.getFirst());
        henrike.decide(review, passages.get(0), 1, "").must(204);
        henrike.decide(review, passages.get(1), 3, "The night shift is missing.").must(204);
        henrike.closeStep(review).must(204);
        JsonNode placed = ended(mirela, passages.get(0));
        assertThat(placed.get("at").get("ended").asString()).isEqualTo("ISSUED");
        assertThat(ended(mirela, passages.get(1)).get("at").get("ended").asString()).isEqualTo("RETURNED");
        assertThat(Desks.passage(mirela, passages.get(0)).get("journal").toString())
                .contains("Placed in “Shared / Site documents” as Crane positions, status A1.");
        assertThat(mirela.get("/api/folders/" + mirela.folder("Shared / Site documents")).must(200).body().get("files").get("items")
                .valueStream().map(f -> f.get("file").get("name").asString())).contains("Crane positions.pdf")
                .doesNotContain("Shift plan.pdf");
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/documents-found?text=Crane+positions").must(200).body())
                .as("it is no document").isEmpty();

        JsonNode again = site.settled(site.submit(FOLDER, "Shift plan.pdf")).getFirst();
        decideAll(henrike, again, 1, "");
        assertThat(ended(mirela, again).get("at").get("ended").asString()).as("it comes again under its name").isEqualTo("ISSUED");
        mirela.delete("/api/rules/" + rule + "?version=" + RuleForms.row(mirela, rule).get("version").asInt()).must(204);
    }
}
