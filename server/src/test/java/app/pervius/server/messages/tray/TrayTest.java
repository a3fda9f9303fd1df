package app.pervius.server.messages.tray;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What one was told is in one's tray until it is let pass or put on a shelf, and is nobody else's. */
@ExtendWith(Running.class)
class TrayTest {

    private static final String DRAWINGS = "Work in progress / Brask Controls / Drawings";

    private static List<JsonNode> items(Client who, String query) {
        return who.get("/api/tray" + query).must(200).body().get("items").valueStream().toList();
    }

    private static JsonNode told(Client who, String what) {
        return Client.until(() -> items(who, ""), all -> all.stream().anyMatch(i -> i.get("what").asString().contains(what))).stream()
                .filter(i -> i.get("what").asString().contains(what)).findFirst().orElseThrow();
    }

    private static boolean has(Client who, String query, String what) {
        return items(who, query).stream().anyMatch(i -> i.get("what").asString().contains(what));
    }

    private static long shelf(Client who, String name, String colour) {
        return who.post("/api/tray/shelves", Map.of("name", name, "colour", colour, "version", 0)).must(201).body().get("id").asLong();
    }

    @Test
    void whatArrivesIsThereUntilItIsLetPassOrPutOnAShelfOfOnesOwn(App app) {
        Client giorgi = app.as("Giorgi Tskalishvili");
        giorgi.submit(DRAWINGS, "Tray one.pdf", "Tray two.pdf");
        JsonNode one = told(giorgi, "Tray one");
        JsonNode two = told(giorgi, "Tray two");
        assertThat(one.get("from").asString()).isEqualTo(DRAWINGS);
        assertThat(one.get("label").asString()).isEqualTo("arrived");
        assertThat(one.get("link").asString()).isEqualTo("/passages/" + one.get("passage").asLong());
        giorgi.put("/api/tray/marks", Map.of("items", List.of(one.get("id").asLong()))).must(204);
        assertThat(has(giorgi, "", "Tray one")).isFalse();
        long shelf = shelf(giorgi, "Answer this week", "PLUM");
        giorgi.put("/api/tray/marks", Map.of("items", List.of(two.get("id").asLong()), "shelf", shelf)).must(204);
        assertThat(has(giorgi, "", "Tray two")).isFalse();
        assertThat(has(giorgi, "?shelf=" + shelf, "Tray two")).isTrue();
        assertThat(giorgi.get("/api/tray/marks").must(200).body().valueStream().map(m -> m.get("passage").asLong()))
                .containsExactly(two.get("passage").asLong());
        giorgi.post("/api/tray/marks/taken-back", Map.of("items", List.of(one.get("id").asLong()))).must(204);
        assertThat(has(giorgi, "", "Tray one")).isTrue();
        giorgi.delete("/api/tray/shelves/" + shelf).must(204);
        assertThat(has(giorgi, "", "Tray two")).as("what lay on it is in the tray again").isTrue();
    }

    @Test
    void thatADecisionIsAskedForIsThereAsLongAsItIs(App app) {
        Client priya = app.as("Priya Venkatarangan");
        JsonNode passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Asked of two.pdf")).getFirst();
        Client kwabena = app.as("Kwabena Adofori");
        Client tomasz = app.as("Tomasz Łęgowicz");
        JsonNode asked = told(kwabena, "Asked of two");
        assertThat(asked.get("label").asString()).isEqualTo("waiting for your decision");
        JsonNode review = Client.until(() -> kwabena.reviewOf(passage), r -> r.get("may").get("decide").asBoolean());
        kwabena.decide(review, passage, 1, "").must(204);
        assertThat(has(kwabena, "", "Asked of two")).as("the step is not closed").isTrue();
        kwabena.closeStep(review).must(204);
        assertThat(told(tomasz, "Asked of two").get("label").asString()).isEqualTo("waiting for your decision");
        assertThat(has(kwabena, "", "Asked of two")).as("others are asked now").isFalse();
        long shelf = shelf(tomasz, "With thought", "TEAL");
        tomasz.put("/api/tray/marks", Map.of("items", List.of(told(tomasz, "Asked of two").get("id").asLong()), "shelf", shelf)).must(204);
        JsonNode last = Client.until(() -> tomasz.reviewOf(passage), r -> r.get("may").get("decide").asBoolean());
        tomasz.decide(last, passage, 1, "").must(204);
        tomasz.closeStep(last).must(204);
        assertThat(has(tomasz, "?shelf=" + shelf, "Asked of two")).as("what lies on a shelf stays").isTrue();
        tomasz.delete("/api/tray/shelves/" + shelf).must(204);
        assertThat(has(tomasz, "", "Asked of two")).isFalse();
    }

    @Test
    void nobodySeesOrMarksWhatIsAnothers(App app) {
        Client giorgi = app.as("Giorgi Tskalishvili");
        Client priya = app.as("Priya Venkatarangan");
        giorgi.submit(DRAWINGS, "Not for Priya.pdf");
        long item = told(giorgi, "Not for Priya").get("id").asLong();
        assertThat(has(priya, "", "Not for Priya")).isFalse();
        priya.put("/api/tray/marks", Map.of("items", List.of(item))).must(404);
        priya.post("/api/tray/marks/taken-back", Map.of("items", List.of(item))).must(404);
        long shelf = shelf(giorgi, "Only mine", "TEAL");
        priya.get("/api/tray?shelf=" + shelf).must(404);
        long own = told(priya, "").get("id").asLong();
        priya.put("/api/tray/marks", Map.of("items", List.of(own), "shelf", shelf)).must(404);
        priya.put("/api/tray/shelves/" + shelf, Map.of("name", "Mine now", "colour", "TEAL", "version", 0)).must(404);
        priya.delete("/api/tray/shelves/" + shelf).must(404);
    }

    @Test
    void aShelfHasANameAndAColourAndAPlace(App app) {
        Client linnea = app.as("Linnéa Åkerström-Vass");
        long first = shelf(linnea, "First", "MOSS");
        long second = shelf(linnea, "Second", "BRICK");
        assertThat(linnea.post("/api/tray/shelves", Map.of("name", " first ", "colour", "MOSS", "version", 0)).must(400).sentence())
                .contains("already");
        linnea.put("/api/tray/shelves/" + first, Map.of("name", "Renamed", "colour", "SLATE", "version", 0)).must(204);
        assertThat(linnea.put("/api/tray/shelves/" + first, Map.of("name", "Again", "colour", "SLATE", "version", 0)).must(409).type())
                .endsWith("changed-meanwhile");
        linnea.put("/api/tray/shelves", Map.of("ids", List.of(second, first))).must(204);
        assertThat(linnea.get("/api/tray/shelves").must(200).body().valueStream().map(s -> s.get("name").asString()
                + " " + s.get("colour").asString())).containsExactly("Second BRICK", "Renamed SLATE");
        linnea.put("/api/tray/shelves", Map.of("ids", List.of(first))).must(409);
    }

    @Test
    void whatArrivesIsToldToTheBrowsersOfWhomItIsForAndToNobodyElses(App app) throws Exception {
        Client giorgi = app.as("Giorgi Tskalishvili");
        Client priya = app.as("Priya Venkatarangan");
        StringBuffer his = new StringBuffer();
        StringBuffer hers = new StringBuffer();
        try (AutoCloseable one = giorgi.listen(his); AutoCloseable other = priya.listen(hers)) {
            assertThat(List.of(one, other)).hasSize(2);
            giorgi.submit(DRAWINGS, "Told live.pdf");
            Client.until(his::toString, heard -> heard.contains(cameFor(giorgi)));
            told(giorgi, "Told live");
            priya.submit("Work in progress / Aldermoor Civils / Drawings", "Told her live.pdf");
            Client.until(hers::toString, heard -> heard.contains(cameFor(priya)));
            assertThat(hers.toString()).as("what came before").doesNotContain(cameFor(giorgi));
            assertThat(his.toString()).doesNotContain(cameFor(priya));
        }
    }

    private static String cameFor(Client who) {
        return "\"topic\":\"TRAY\",\"id\":" + who.person() + ",";
    }
}
