package app.pervius.server.passages;

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

/** What is stopped has ways out, and goes on from there. */
@ExtendWith(Running.class)
class WaysOutTest {

    private static final String DELIVERIES = "Work in progress / Dunmarrow Works / Deliveries";

    private static Client.Answer take(Client who, JsonNode passage, String way, Map<String, String> fields, String text) {
        return who.post("/api/passages/ways-out", entry(way, fields, text, List.of(passage)));
    }

    private static Map<String, Object> entry(String way, Map<String, String> fields, String text, List<JsonNode> passages) {
        return new HashMap<>(Map.of("way", way, "fields", fields, "text", text, "passages", passages.stream()
                .map(p -> Map.of("passage", p.get("id").asLong(), "version", p.get("version").asInt())).toList()));
    }

    private static JsonNode now(Client who, JsonNode passage) {
        return Client.until(() -> who.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage"),
                p -> !p.get("at").get("state").asString().equals("RUNNING"));
    }

    /** Sets who holds the role of lead hydraulics engineer; gives who did before. */
    private static List<Long> holders(Client controller, List<Long> wanted) {
        String project = "/api/projects/" + controller.project();
        JsonNode role = controller.get(project + "/people").must(200).body().get("roles").valueStream()
                .filter(r -> r.get("name").asString().equals("Lead hydraulics engineer")).findFirst().orElseThrow();
        controller.put(project + "/roles/" + role.get("id").asLong() + "/holders",
                Map.of("holders", wanted, "version", role.get("version").asInt())).must(204);
        return role.get("holders").valueStream().map(JsonNode::asLong).toList();
    }

    @Test
    void aNamePutRightByItsAuthorGoesOnFromIdentify(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        JsonNode stopped = site.settled(site.submit(DELIVERIES, "Scaffold plan.pdf")).getFirst();
        assertThat(stopped.get("at").get("stop").get("reason").asString()).contains("at character 1 expected a code of “Document type”");
        take(site, stopped, "PUT_NAME_RIGHT", Map.of(), "MS-C_Scaffold plan").must(200);
        JsonNode going = now(site, stopped);
        assertThat(going.get("at").get("station").asString()).isEqualTo("REVIEW");
        assertThat(going.get("names").get("number").asString()).startsWith("KWR-DNM-C-MS-");
        assertThat(going.get("names").get("title").asString()).isEqualTo("Scaffold plan");
        assertThat(going.get("names").get("originalName").asString()).isEqualTo("Scaffold plan.pdf");
    }

    @Test
    void whoComesTooLateIsNotToldWhatReviewersSayAmongThemselves(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        Client mirela = app.as("Mirela Draganova");
        JsonNode stopped = site.settled(site.submit(DELIVERIES, "Ramp drawing.pdf")).getFirst();
        take(mirela, stopped, "PUT_NAME_RIGHT", Map.of(), "MS-C_Ramp drawing").must(200);
        JsonNode going = now(mirela, stopped);
        Client kwabena = app.as("Kwabena Adofori");
        JsonNode review = kwabena.reviewOf(going);
        long henrike = app.as("Henrike Solvangen").person();
        kwabena.post("/api/reviews/" + review.get("id").asLong() + "/passings",
                Map.of("turn", review.get("turn").asInt(), "to", henrike, "note", "They never get the slope right.")).must(204);
        Client.Answer late = take(site, stopped, "PUT_NAME_RIGHT", Map.of(), "MS-C_Ramp");
        assertThat(late.raw().body()).contains("This has been dealt with in the meantime").doesNotContain("slope");
        assertThat(take(mirela, stopped, "PUT_NAME_RIGHT", Map.of(), "MS-C_Ramp").raw().body()).as("a controller reads all")
                .contains("slope");
    }

    @Test
    void itIsFoundUnderEveryNameItEverHad(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        JsonNode stopped = site.settled(site.submit(DELIVERIES, "Quaintly misnamed.pdf")).getFirst();
        take(site, stopped, "PUT_NAME_RIGHT", Map.of(), "IT-C_Formwork inspection").must(200);
        JsonNode going = now(site, stopped);
        String number = going.get("names").get("number").asString().toLowerCase();
        for (String text : List.of("quaintly", "formwork insp", "formwork-inspection", number, number.replace("-", ""), number + " p01")) {
            assertThat(site.get("/api/projects/" + site.project() + "/finds?text=" + text.replace(" ", "+")).must(200).body().valueStream()
                    .filter(of -> of.get("kind").asString().equals("PASSAGE")).flatMap(of -> of.get("hits").valueStream())
                    .map(hit -> hit.get("place").asString())).as(text).contains("/passages/" + going.get("id").asLong());
        }
    }

    @Test
    void theSecondToDealWithAStopIsToldWhatTheFirstDid(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        Client mirela = app.as("Mirela Draganova");
        JsonNode stopped = site.settled(site.submit(DELIVERIES, "Two at once.pdf")).getFirst();
        take(mirela, stopped, "TAKE_OUT", Map.of(), "came twice").must(200);
        Client.Answer second = take(site, stopped, "PUT_NAME_RIGHT", Map.of(), "MS-C_Two at once").must(409);
        assertThat(second.sentence()).isEqualTo("This has been dealt with in the meantime: Mirela Draganova: Taken out: came twice");
    }

    @Test
    void sentBackTheAuthorIsToldWhy(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        Client mirela = app.as("Mirela Draganova");
        JsonNode stopped = site.settled(site.submit(DELIVERIES, "KWR-DNM-C-MS-0777.pdf")).getFirst();
        assertThat(stopped.get("at").get("stop").get("code").asString()).isEqualTo("UNKNOWN_NUMBER");
        assertThat(take(mirela, stopped, "SEND_BACK", Map.of(), " ").must(400).sentence())
                .isEqualTo("Say to the author why it comes back.");
        take(mirela, stopped, "SEND_BACK", Map.of(), "Leave the number out; you get one.").must(200);
        assertThat(now(site, stopped).get("at").get("ended").asString()).isEqualTo("SENT_BACK");
        Client.until(() -> mirela.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("text").asString().contains("Leave the number out; you get one.")).toList(), mails -> mails.size() == 1
                && mails.getFirst().get("recipient").asString().startsWith("oluwaseun"));
    }

    @Test
    void onlyControllersSendBack(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        JsonNode stopped = site.settled(site.submit(DELIVERIES, "Not mine to send.pdf")).getFirst();
        take(site, stopped, "SEND_BACK", Map.of(), "to myself").must(403);
        take(app.as("Yusuf Karaderin"), stopped, "TAKE_OUT", Map.of(), "not my firm").must(404);
    }

    @Test
    void aMissingFieldIsGivenAndItGoesOnFromNumber(App app) {
        Client mirela = app.as("Mirela Draganova");
        long parent = mirela.folder("Work in progress / Aldermoor Civils");
        mirela.post("/api/folders/" + parent + "/folders", Map.of("name", "Mixed")).must(201);
        Client priya = app.as("Priya Venkatarangan");
        JsonNode stopped = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Mixed", "Kerb detail.pdf")).getFirst();
        assertThat(stopped.get("at").get("stop").get("reason").asString())
                .isEqualTo("Scheme “Documents” needs “Document type”, and nothing says what it is.");
        assertThat(take(priya, stopped, "GIVE_FIELDS", Map.of("type", "ZZ"), "").must(400).sentence())
                .startsWith("“Document type” takes a code of");
        take(priya, stopped, "GIVE_FIELDS", Map.of("type", "SP"), "").must(200);
        assertThat(now(priya, stopped).get("names").get("number").asString()).startsWith("KWR-ALD-C-SP-");
    }

    @Test
    void aRoleWithNobodyInItStopsAndOnceSomebodyIsItGoesOn(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        List<Long> holders = holders(mirela, List.of());
        JsonNode stopped = yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "Nobody there.pdf")).getFirst();
        assertThat(stopped.get("at").get("stop").get("reason").asString())
                .isEqualTo("Route “Hydraulics”, step “Technical review”: nobody holds the role “Lead hydraulics engineer”.");
        holders(mirela, holders);
        take(mirela, stopped, "TRY_AGAIN", Map.of(), "").must(200);
        JsonNode going = Client.until(() -> now(mirela, stopped), p -> p.get("at").get("state").asString().equals("WAITING") && p.get("at")
                .has("due"));
        assertThat(going.get("at").get("heldBy").asString()).contains("Henrike Solvangen");
    }

    @Test
    void whatNoRuleTakesIsStoppedAtArriveWithEveryRuleThatWasTried(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        JsonNode stopped = site.settled(site.submit(DELIVERIES, "MS-C_Photographs.png")).getFirst();
        assertThat(stopped.get("at").get("station").asString()).isEqualTo("ARRIVE");
        assertThat(stopped.get("at").get("stop").get("reason").asString())
                .isEqualTo("No rule takes this. Tried “Site documents”: the file is image, the rule takes PDF or office document.");
        assertThat(stopped.has("rule")).isFalse();
    }

    @Test
    void manyAlikeAreDealtWithAtOnceAndTheOneThatWasNotIsToldOf(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        List<JsonNode> stopped = site.settled(site.submit(DELIVERIES, "Survey a.pdf", "Survey b.pdf", "Survey c.pdf"));
        take(site, stopped.getFirst(), "TAKE_OUT", Map.of(), "not this one").must(200);
        JsonNode notTaken = mirela.post("/api/passages/ways-out",
                entry("SEND_BACK", Map.of(), "Name them by the site's own pattern.", stopped)).must(200).body();
        assertThat(notTaken.valueStream().map(n -> n.get("passage").asLong())).containsExactly(stopped.getFirst().get("id").asLong());
        assertThat(notTaken.get(0).get("reason").asString()).isEqualTo(
                "This has been dealt with in the meantime: Oluwaseun Finchley-Ade: Taken out: not this one");
        for (JsonNode passage : stopped.subList(1, 3)) {
            assertThat(now(mirela, passage).get("at").get("ended").asString()).isEqualTo("SENT_BACK");
            assertThat(mirela.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("journal").valueStream()
                    .map(e -> e.get("account").asString()))
                    .contains("Sent back to the author: Name them by the site's own pattern.");
        }
        Client.until(() -> mirela.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("text").asString().contains("Name them by the site's own pattern.")).toList(), mails -> mails.size() == 1
                && mails.getFirst().get("text").asString().contains("Survey c.pdf"));
        assertThat(mirela.post("/api/passages/ways-out", entry("PUT_NAME_RIGHT", Map.of(), "one name", stopped)).must(400).sentence())
                .isEqualTo("Names are put right one by one.");
    }

    @Test
    void aControllerChoosesTheRuleForWhatNoRuleTook(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        JsonNode stopped = site.settled(site.submit(DELIVERIES, "MS-C_Aerial photographs.png")).getFirst();
        assertThat(stopped.get("at").get("stop").get("waysOut").valueStream().map(JsonNode::asString)).contains("CHOOSE_RULE");
        JsonNode rule = RuleForms.named(mirela, "Site documents");
        Map<String, Object> entry = entry("CHOOSE_RULE", Map.of(), "", List.of(stopped));
        assertThat(mirela.post("/api/passages/ways-out", entry).must(400).sentence())
                .isEqualTo("Choose a rule that is in force and switched on.");
        entry.put("rule", rule.get("id").asLong());
        site.post("/api/passages/ways-out", entry).must(403);
        mirela.post("/api/passages/ways-out", entry).must(200);
        JsonNode going = now(mirela, stopped);
        assertThat(going.get("names").get("number").asString()).startsWith("KWR-DNM-C-MS-");
        assertThat(going.get("rule").asString()).startsWith("Site documents (edition ");
        assertThat(mirela.get("/api/passages/" + stopped.get("id").asLong()).must(200).body().get("journal").valueStream()
                .map(e -> e.get("account").asString()))
                .anyMatch(account -> account.startsWith("Chosen: rule “Site documents”, edition "));
    }

    @Test
    void aControllerChoosesAnotherRouteWhenNobodyIsOnTheRules(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        List<Long> holders = holders(mirela, List.of());
        JsonNode stopped = yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "By another route.pdf"))
                .getFirst();
        Map<String, Object> entry = entry("CHOOSE_ROUTE", Map.of(), "", List.of(stopped));
        entry.put("route", "no such route");
        assertThat(mirela.post("/api/passages/ways-out", entry).must(400).sentence()).isEqualTo("Choose a route that is in force.");
        JsonNode other = mirela.get("/api/projects/" + mirela.project() + "/routes").must(200).body().valueStream()
                .filter(r -> !r.get("name").asString().equals("Hydraulics")).findFirst().orElseThrow();
        entry.put("route", other.get("key").asString());
        mirela.post("/api/passages/ways-out", entry).must(200);
        JsonNode going = Client.until(() -> now(mirela, stopped), p -> p.get("at").get("state").asString().equals("WAITING") && p.get("at")
                .has("due"));
        assertThat(mirela.reviewOf(going).get("route").get("name").asString()).isEqualTo(other.get("name").asString());
        holders(mirela, holders);
    }
}
