package app.pervius.server.messages;

import static app.pervius.server.Desks.mails;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.MovableClock;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;

/** What may wait comes together, once, at the time the person, the rule or the project says; what is asked comes at once. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class GatheredTest {

    private static final String DNM = "Work in progress / Dunmarrow Works";
    private static Running.App app;
    private static Duration later = Duration.ZERO;

    @BeforeAll
    static void start() {
        app = Running.start("demo", Map.of("pervius.test.clock", "waiting"));
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static void goOn(Duration by) {
        later = later.plus(by);
        MovableClock.set("waiting", later);
    }

    private static long folder(Client mirela, String name) {
        return mirela.post("/api/folders/" + mirela.folder(DNM) + "/folders", Map.of("name", name, "values", Map.of())).must(201).body()
                .get("id").asLong();
    }

    private static Map<String, Object> watching(String name, long folder, Map<String, Object> whom, Map<String, Object> pace) {
        Map<String, Object> form = RuleForms.watching(name, folder, "ARRIVED", "", whom);
        form.put("stations", Map.of("tell", Map.of("tellings", List.of(Map.of("occasion", "ARRIVED", "whom", List.of(whom), "text", "",
                "pace", pace)))));
        return form;
    }

    private static Map<String, Object> tellsKwabena(Desks desks, String name, long folder, int minutes) {
        return watching(name, folder, Map.of("kind", "PERSON", "id", desks.person("Kwabena Adofori")), Map.of("minutes", minutes,
                "workingDays", false));
    }

    @Test
    @Order(1)
    void aRuleGathersOverMinutesAndTellsOnceOfAllThatIsStillThere() {
        Desks desks = new Desks(app);
        Client site = app.as("Oluwaseun Finchley-Ade");
        long first = folder(desks.mirela, "Gathers one");
        long second = folder(desks.mirela, "Gathers two");
        RuleForms.inForce(desks.mirela, tellsKwabena(desks, "Half an hour", first, 30));
        RuleForms.inForce(desks.mirela, tellsKwabena(desks, "An hour", second, 60));
        site.submit(DNM + " / Gathers one", "Waits one.pdf", "Waits two.pdf");
        site.submit(DNM + " / Gathers two", "Waits three.pdf");
        goOn(Duration.ofMinutes(29));
        app.look();
        assertThat(mails(desks.mirela, "kwabena", "Waits")).isEmpty();
        goOn(Duration.ofMinutes(2));
        JsonNode mail = app.until(() -> mails(desks.mirela, "kwabena", "Waits one"), m -> m.size() == 1).getFirst();
        assertThat(mail.get("subject").asString()).isEqualTo("[KWR] 3 files: 3 arrived");
        assertThat(mail.get("text").asString()).contains("Waits two.pdf", "Waits three.pdf", "told by “Half an hour", "told by “An hour",
                "/folders/" + first, "/folders/" + second, DNM + " / Gathers two");
        goOn(Duration.ofHours(2));
        app.look();
        assertThat(mails(desks.mirela, "kwabena", "Waits")).as("once").hasSize(1);
    }

    @Test
    @Order(2)
    void ofWhatCameAndWasReplacedOnlyWhatIsThereIsTold() {
        Desks desks = new Desks(app);
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = folder(desks.mirela, "Gathers what stays");
        RuleForms.inForce(desks.mirela, tellsKwabena(desks, "What stays", folder, 30));
        site.submit(DNM + " / Gathers what stays", "Twice.pdf");
        site.submit(DNM + " / Gathers what stays", "Twice.pdf");
        goOn(Duration.ofMinutes(31));
        JsonNode mail = app.until(() -> mails(desks.mirela, "kwabena", "Twice"), m -> m.size() == 1).getFirst();
        assertThat(mail.get("subject").asString()).isEqualTo("[KWR] 1 file: 1 arrived");
    }

    @Test
    @Order(3)
    void aPersonsOwnWishCountsWithinWhatTheProjectAllowsAndWhatIsAskedComesAtOnce() {
        Desks desks = new Desks(app);
        Client priya = app.as("Priya Venkatarangan");
        String mine = "/api/projects/" + desks.mirela.project() + "/my-messages";
        Map<String, Object> hourly = Map.of("wish", Map.of("minutes", 60, "workingDays", false), "version", 0);
        priya.put(mine, hourly).must(204);
        assertThat(priya.put(mine, hourly).must(409).type()).endsWith("changed-meanwhile");
        Client kwabena = app.as("Kwabena Adofori");
        kwabena.put(mine, Map.of("wish", Map.of("minutes", 0, "hour", 7, "workingDays", true), "zone", "Asia/Tokyo", "version", 0))
                .must(204);
        assertThat(kwabena.get(mine).must(200).body().get("zone").asString()).isEqualTo("Asia/Tokyo");
        priya.submit("Work in progress / Aldermoor Civils / Drawings", "Gathered for Priya.pdf");
        app.until(() -> mails(desks.mirela, "kwabena", "Gathered for Priya"), m -> m.size() == 1);
        assertThat(mails(desks.mirela, "priya", "Gathered for Priya")).as("she waits an hour").isEmpty();
        JsonNode waits = app.until(() -> priya.get(mine).must(200).body(), m -> m.get("waiting").asInt() == 1);
        assertThat(waits.has("next")).isTrue();
        goOn(Duration.ofMinutes(61));
        app.until(() -> mails(desks.mirela, "priya", "Gathered for Priya"), m -> m.size() == 1);
        assertThat(priya.get(mine).must(200).body().get("waiting").asInt()).isZero();
        Map<String, Object> nobodyWaits = Map.of("usual", Map.of("minutes", 0, "workingDays", false), "slowest", 0, "held", false,
                "version", 0);
        desks.mirela.put("/api/projects/" + desks.mirela.project() + "/message-ways", nobodyWaits).must(204);
        priya.submit("Work in progress / Aldermoor Civils / Drawings", "At once for Priya.pdf");
        app.until(() -> mails(desks.mirela, "priya", "At once for Priya"), m -> m.size() == 1);
        assertThat(priya.put(mine, Map.of("wish", Map.of("minutes", 5, "workingDays", false), "version", 1)).must(400).sentence())
                .contains("told at once");
        assertThat(priya.put(mine, Map.of("wish", Map.of("minutes", 0, "hour", 25, "workingDays", false), "version", 1)).must(400)
                .sentence()).contains("hour of the day");
        assertThat(priya.put(mine, Map.of("zone", "Nowhere/Else", "wish", Map.of("minutes", 0, "workingDays", false), "version", 1))
                .must(400).sentence()).contains("is not a time zone");
        priya.put(mine, Map.of("version", 1)).must(204);
        assertThat(priya.get(mine).must(200).body().has("wish")).isFalse();
    }

    @Test
    @Order(5)
    void whoNoLongerWaitsIsToldOfWhatHasGatheredAndAddressesOutsideAreOfferedNoPage() {
        Desks desks = new Desks(app);
        Client site = app.as("Oluwaseun Finchley-Ade");
        Client linnea = app.as("Linnéa Åkerström-Vass");
        String mine = "/api/projects/" + desks.mirela.project() + "/my-messages";
        linnea.put(mine, Map.of("wish", Map.of("minutes", 600, "workingDays", false), "version", 0)).must(204);
        linnea.submit("Work in progress / Fennick Hydraulics / Drawings", "Waits for Linnea.pdf");
        app.until(() -> linnea.get(mine).must(200).body(), m -> m.get("waiting").asInt() == 1);
        linnea.put(mine, Map.of("version", 1)).must(204);
        app.until(() -> mails(desks.mirela, "linnea", "Waits for Linnea"), m -> m.size() == 1);
        long folder = folder(desks.mirela, "Gathers, told outside");
        RuleForms.inForce(desks.mirela, watching("Drawings, and all else", folder, Map.of("kind", "ADDRESS", "address",
                "panel@outside.example"), Map.of("minutes", 5, "workingDays", false)));
        site.submit(DNM + " / Gathers, told outside", "For the panel.pdf");
        goOn(Duration.ofMinutes(6));
        JsonNode mail = app.until(() -> mails(desks.mirela, "panel@outside", "For the panel"), m -> m.size() == 1).getFirst();
        assertThat(mail.get("text").asString()).contains("told by “Drawings, and all else (edition 1)”").doesNotContain("/messages");
    }

    @Test
    @Order(4)
    void whatIsHeldGoesWhenSomebodySaysSoAndASentOneCanBeSentAgain() {
        Desks desks = new Desks(app);
        Client priya = app.as("Priya Venkatarangan");
        String ways = "/api/projects/" + desks.mirela.project() + "/message-ways";
        int version = desks.mirela.get(ways).must(200).body().get("version").asInt();
        Map<String, Object> held = new HashMap<>(Map.of("usual", Map.of("minutes", 0, "workingDays", false), "slowest", 1440, "held", true,
                "version", version));
        desks.mirela.put(ways, held).must(204);
        priya.submit("Work in progress / Aldermoor Civils / Drawings", "Held back.pdf");
        String list = "/api/projects/" + desks.mirela.project() + "/messages";
        JsonNode line = app.until(() -> desks.mirela.get(list + "?whose=ALL&which=WAITING").must(200).body().get("items"),
                items -> items.valueStream().anyMatch(m -> m.get("recipient").asString().startsWith("priya"))).get(0);
        assertThat(line.get("state").asString()).isEqualTo("HELD");
        assertThat(mails(desks.mirela, "priya", "Held back")).isEmpty();
        held.put("held", false);
        held.put("version", version + 1);
        desks.mirela.put(ways, held).must(204);
        app.until(() -> mails(desks.mirela, "priya", "Held back"), m -> m.size() == 1);
        JsonNode own = app.until(() -> priya.get(list + "?which=SENT").must(200).body().get("items").get(0),
                m -> m.get("subject").asString().contains("Held back"));
        assertThat(priya.get("/api/messages/" + own.get("id").asLong()).must(200).body().get("text").asString()).contains("Held back.pdf");
        held.put("held", true);
        held.put("version", version + 2);
        desks.mirela.put(ways, held).must(204);
        desks.mirela.post("/api/messages/" + own.get("id").asLong() + "/sendings", Map.of()).must(204);
        assertThat(desks.mirela.get(list + "?whose=ALL&which=WAITING").must(200).body().get("items").findValuesAsString("id"))
                .as("sent before, and to go once more").contains(own.get("id").asString());
        assertThat(desks.mirela.get(list + "?whose=ALL&which=SENT").must(200).body().get("items").findValuesAsString("id"))
                .doesNotContain(own.get("id").asString());
        assertThat(app.as("Aoife Ní Raghnaill").get("/api/check").must(200).body().get("whole").asBoolean()).isTrue();
        held.put("held", false);
        held.put("version", version + 3);
        desks.mirela.put(ways, held).must(204);
        app.until(() -> mails(desks.mirela, "priya", "Held back"), m -> m.size() == 2);
        assertThat(app.as("Aoife Ní Raghnaill").get("/api/check").must(200).body().get("whole").asBoolean()).isTrue();
    }
}
