package app.pervius.server.documents;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.RuleForms;
import app.pervius.server.Running.App;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A document's page, its revisions in their sequences, and what a rule says of arrivals that do not fit. */
@ExtendWith(Running.class)
class DocumentsTest {

    private static final String DRAWINGS = "Work in progress / Fennick Hydraulics / Drawings";

    private static JsonNode sheet(Client who, String number) {
        return who.get("/api/documents/by-number?project=KWR&number=" + number).must(200).body();
    }

    private static void accept(App app, JsonNode passage) {
        for (String who : List.of("Henrike Solvangen", "Tomasz Łęgowicz")) {
            Client reviewer = app.as(who);
            JsonNode review = Client.until(() -> reviewer.reviewOf(passage), r -> r.get("may").get("decide").asBoolean());
            reviewer.decide(review, passage, 1, "").must(204);
            reviewer.closeStep(review).must(204);
        }
    }

    private static JsonNode row(Client who, JsonNode passage) {
        return who.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage");
    }

    @Test
    void aDocumentShowsEveryRevisionWhereItLiesAndWhoHoldsIt(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode first = yusuf.settled(yusuf.submit(DRAWINGS, "Shown whole.pdf")).getFirst();
        String number = first.get("names").get("number").asString();
        accept(app, first);
        Client.until(() -> row(yusuf, first), p -> p.get("at").get("state").asString().equals("DONE"));
        JsonNode second = yusuf.settled(yusuf.submit(DRAWINGS, number + "_P02.pdf")).getFirst();
        JsonNode sheet = sheet(app.as("Mirela Draganova"), number);
        assertThat(sheet.get("revisions").valueStream().map(r -> r.get("code").asString())).containsExactly("P02", "P01");
        JsonNode p01 = sheet.get("revisions").get(1);
        assertThat(p01.get("currentIn").asString()).isEqualTo("SHARED");
        assertThat(p01.get("files").get(0).get("where").asString()).isEqualTo("Shared / Hydraulics");
        assertThat(sheet.get("holders").valueStream().map(h -> h.get("person").asString() + " " + h.get("revision")
                .asString() + " " + h.get("current").asBoolean()))
                .contains("Yusuf Karaderin P01 true");
        assertThat(sheet.get("journal").valueStream().map(l -> l.get("revision").asString()).distinct()).contains("P01", "P02");
        assertThat(sheet(yusuf, number).get("holders")).as("who else holds it is not for the originator").isEmpty();
        assertThat(second.get("names").get("revision").asString()).isEqualTo("P02");
    }

    @Test
    void whatWasTakenOutBeforeAnybodyDecidedComesBackAsTheSameRevision(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        Client mirela = app.as("Mirela Draganova");
        JsonNode first = yusuf.settled(yusuf.submit(DRAWINGS, "Comes back.pdf")).getFirst();
        String number = first.get("names").get("number").asString();
        accept(app, first);
        Client.until(() -> row(yusuf, first), p -> p.get("at").get("state").asString().equals("DONE"));
        JsonNode wrong = yusuf.settled(yusuf.submit(DRAWINGS, number + "_P05.pdf")).getFirst();
        assertThat(wrong.get("at").get("stop").get("reason").asString()).isEqualTo("The name says revision P05, but after P01 of " + number
                + " comes P02.");
        mirela.post("/api/passages/ways-out", Map.of("way", "SEND_BACK", "fields", Map.of(), "text", "Wrong revision", "passages",
                List.of(Map.of("passage", wrong.get("id").asLong(), "version", wrong.get("version").asInt())))).must(200);
        assertThat(yusuf.settled(yusuf.submit(DRAWINGS, number + "_P02.pdf")).getFirst().get("names").get("revision").asString())
                .isEqualTo("P02");
    }

    /** Changes the checks of the rule that takes Fennick's drawings, for the time of {@code meanwhile}. */
    private static void withChecks(Client mirela, Map<String, String> checks, String sequence, Runnable meanwhile) {
        JsonNode rule = rule(mirela);
        putInForce(mirela, changed(rule.get("inForce"), checks, sequence));
        try {
            meanwhile.run();
        } finally {
            putInForce(mirela, rule.get("inForce"));
        }
    }

    private static JsonNode rule(Client mirela) {
        return RuleForms.named(mirela, "Hydraulic design");
    }

    private static Map<String, Object> changed(JsonNode form, Map<String, String> checks, String sequence) {
        Map<String, Object> next = new HashMap<>();
        form.propertyNames().forEach(name -> next.put(name, form.get(name)));
        Map<String, Object> stations = new HashMap<>();
        form.get("stations").propertyNames().forEach(name -> stations.put(name, form.get("stations").get(name)));
        Map<String, Object> identify = RuleForms.identify();
        Map<String, Object> all = new HashMap<>(RuleForms.CHECKS);
        all.putAll(checks);
        identify.put("checks", all);
        identify.put("sequence", sequence);
        stations.put("identify", identify);
        next.put("stations", stations);
        return next;
    }

    private static void putInForce(Client mirela, Object form) {
        long id = rule(mirela).get("id").asLong();
        RuleForms.saveDraft(mirela, id, form);
        RuleForms.putInForce(mirela, id).must(200);
    }

    @Test
    void theRuleSendsBackWaitsOrGoesOn(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        Client mirela = app.as("Mirela Draganova");
        JsonNode first = yusuf.settled(yusuf.submit(DRAWINGS, "Waited for.pdf")).getFirst();
        String number = first.get("names").get("number").asString();
        withChecks(mirela, Map.of("unknownNumber", "RETURN", "wrongOriginator", "STOP", "outOfSequence", "GO_ON", "onItsWay", "GO_ON"),
                null, () -> {
            JsonNode unknown = yusuf.settled(yusuf.submit(DRAWINGS, "KWR-FNK-H-DR-9876.pdf")).getFirst();
            assertThat(unknown.get("at").get("ended").asString()).isEqualTo("SENT_BACK");
            long submission = yusuf.submit(DRAWINGS, number + "_P04.pdf");
            JsonNode waiting = Client.until(() -> yusuf.get("/api/projects/" + yusuf.project() + "/passages?which=ALL&submission="
                    + submission).must(200).body()
                    .get("items"), items -> !items.isEmpty() && items.get(0).get("passage").get("at").get("state").asString()
                    .equals("WAITING"))
                    .get(0).get("passage");
            assertThat(waiting.get("at").get("waitingFor").asString())
                    .startsWith("the revision of " + number + " before it: P01 is still at Review");
            accept(app, first);
            JsonNode gone = Client.until(() -> row(yusuf, waiting), p -> p.get("at").get("station").asString().equals("REVIEW"));
            assertThat(gone.get("names").get("revision").asString()).as("leaves codes out, and the rule lets that go on").isEqualTo("P04");
        });
    }

    @Test
    void aDocumentGoesOverIntoTheNextSequenceByRuleOrByHand(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        Client mirela = app.as("Mirela Draganova");
        JsonNode byHand = yusuf.settled(yusuf.submit(DRAWINGS, "By hand.pdf")).getFirst();
        String number = byHand.get("names").get("number").asString();
        accept(app, byHand);
        Client.until(() -> row(yusuf, byHand), p -> p.get("at").get("state").asString().equals("DONE"));
        JsonNode sheet = sheet(mirela, number);
        Map<String, Object> entry = new HashMap<>(Map.of("title", "By hand", "ownReference", "FH 12/b", "sequence", "construction",
                "version", sheet.get("version").asInt()));
        yusuf.put("/api/documents/" + sheet.get("row").get("id").asLong(), entry).must(403);
        mirela.put("/api/documents/" + sheet.get("row").get("id").asLong(), entry).must(204);
        assertThat(yusuf.get("/api/projects/" + yusuf.project() + "/documents-found?text=12").must(200).body().valueStream()
                .map(d -> d.get("number").asString())).contains(number);
        assertThat(yusuf.settled(yusuf.submit(DRAWINGS, number + ".pdf")).getFirst().get("names").get("revision").asString())
                .isEqualTo("C01");
    }

    @Test
    void sequencesAreEditionsAndKeepTheCodesInUse(App app) {
        Client mirela = app.as("Mirela Draganova");
        String path = "/api/projects/" + mirela.project() + "/revision-sequences";
        JsonNode now = mirela.get(path).must(200).body();
        Map<String, Object> letters = Map.of("key", "letters", "name", "letters", "kind", "LETTERS", "prefix", "", "width", 1, "first", 1,
                "leftOut", "IO", "subSteps", false);
        assertThat(mirela.put(path, Map.of("after", now.get("edition").asInt(), "sequences", List.of(letters))).must(409).sentence())
                .startsWith("Documents have the revisions ");
        List<Object> more = List.of(now.get("sequences").get(0), now.get("sequences").get(1), letters);
        int edition = mirela.put(path, Map.of("after", now.get("edition").asInt(), "sequences", more)).must(200).body().get("edition")
                .asInt();
        assertThat(mirela.put(path, Map.of("after", now.get("edition").asInt(), "sequences", more)).must(409).type())
                .endsWith("changed-meanwhile");
        mirela.put(path, Map.of("after", edition, "sequences", List.of(now.get("sequences").get(0), now.get("sequences").get(1))))
                .must(200);
    }
}
