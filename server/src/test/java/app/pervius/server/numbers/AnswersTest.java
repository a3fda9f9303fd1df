package app.pervius.server.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.MovableClock;
import app.pervius.server.Running;
import app.pervius.server.RuleForms;
import app.pervius.server.Running.App;
import app.pervius.server.simulators.PlantRegister;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Numbers that need another system's answer: whatever that system does, no counter waits and nothing is lost. */
class AnswersTest {

    private static PlantRegister register;
    private static App app;
    private static Duration ahead = Duration.ZERO;

    @BeforeAll
    static void start() throws Exception {
        register = PlantRegister.start();
        app = Running.start("demo", Map.of("pervius.test.clock", "answers"));
    }

    @AfterAll
    static void stop() {
        app.close();
        register.close();
    }

    /** A folder whose rule numbers by a scheme that asks a register of this manner. */
    private static String folder(PlantRegister.Manner manner) {
        Client mirela = app.as("Mirela Draganova");
        String name = "Plant " + manner.name().toLowerCase(java.util.Locale.ROOT);
        String key = "plant-" + manner.name().toLowerCase(java.util.Locale.ROOT);
        app.bean(app.pervius.server.othersystems.OtherSystems.class).set(name, register.address(manner), "secret",
                false);
        Map<String, Object> scheme = NumbersTest.scheme(name, "PL-" + manner.name().charAt(0) + manner.name()
                .charAt(1) + "-{plant}-{counter:3}", List.of());
        scheme.put("sources", List.of(Map.of("key", "plant", "label", "Plant item", "kind", "ASKED", "from", name)));
        NumbersTest.inForce(mirela, key, scheme);
        long parent = mirela.folder("Work in progress / Dunmarrow Works");
        long folder = mirela.post("/api/folders/" + parent + "/folders",
                Map.of("name", name, "values", Map.of("type", "DR", "discipline", "M"))).must(201).body().get("id").asLong();
        RuleForms.inForce(mirela, rule(mirela, name, folder, key));
        return "Work in progress / Dunmarrow Works / " + name;
    }

    static Map<String, Object> rule(Client who, String name, long folder, String scheme) {
        return RuleForms.handling(name, folder, scheme, "civil", who.folder("Shared / Site documents"));
    }

    @Test
    void theAnswerBecomesAPartOfTheNumber() {
        String folder = folder(PlantRegister.Manner.HONEST);
        Client site = app.as("Marisol Quintavalle");
        List<JsonNode> passages = site.settled(site.submit(folder, "Pump one.pdf", "Pump two.pdf"));
        assertThat(passages).extracting(p -> p.get("names").get("number").asString())
                .containsExactlyInAnyOrder("PL-HO-PUMP-001", "PL-HO-PUMP-002");
        Client mirela = app.as("Mirela Draganova");
        assertThat(mirela.post("/api/projects/" + mirela.project() + "/schemes/plant-honest/numbers",
                Map.of("values", Map.of("discipline", "H"), "title", "Screen",
                "ownReference", "", "count", 1)).must(201).body().get(0).get("number").asString()).isEqualTo("PL-HO-SCREEN-003");
    }

    @ParameterizedTest
    @CsvSource({"FAILING,answered with status 503.", "LYING,has no “value” of 1 to 40 characters without slashes.",
            "ENDLESS,is longer than 64 KB."})
    void aSystemThatFailsOrLiesStopsThePassageWithWhatItSaid(PlantRegister.Manner manner, String said) {
        String folder = folder(manner);
        Client site = app.as("Marisol Quintavalle");
        long submission = site.submit(folder, "Pump three.pdf");
        JsonNode passage = app.until(() -> {
            MovableClock.set("answers", ahead = ahead.plusMinutes(1));
            return site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + submission).must(200).body()
                    .get("items");
        }, items -> items.size() == 1 && items.get(0).get("passage").get("at").has("stop")).get(0).get("passage");
        assertThat(passage.get("at").get("stop").get("code").asString()).isEqualTo("NO_ANSWER");
        assertThat(passage.get("at").get("stop").get("reason").asString()).startsWith("The number needs “Plant item” from “Plant ")
                .endsWith(said);
        app.bean(app.pervius.server.othersystems.OtherSystems.class).set("Plant " + manner.name().toLowerCase(java.util.Locale.ROOT),
                register.address(PlantRegister.Manner.HONEST), null, false);
        app.as("Mirela Draganova").post("/api/passages/ways-out", Map.of("way", "TRY_AGAIN", "fields", Map.of(), "text", "", "passages",
                List.of(Map.of("passage", passage.get("id").asLong(), "version", passage.get("version").asInt())))).must(200);
        JsonNode again = Client.until(() -> site.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row")
                .get("passage"), p -> p.get("names").has("number"));
        assertThat(again.get("names").get("number").asString()).endsWith("-PUMP-001");
    }

    /** While one system is slow, others' numbers, of the same scheme too, are drawn. */
    @Test
    void aSlowSystemHoldsUpNobodyElse() {
        String folder = folder(PlantRegister.Manner.SLOW);
        Client site = app.as("Marisol Quintavalle");
        long slow = site.submit(folder, "Pump four.pdf");
        Client.until(() -> site.get("/api/projects/" + site.project() + "/passages?which=ALL&submission=" + slow).must(200).body()
                .get("items"),
                items -> !items.isEmpty() && items.get(0).get("passage").path("at").path("waitingFor").asString("").contains("Plant slow"));
        assertThat(app.bean(app.pervius.server.integrity.Integrity.class).examine().parts().stream().flatMap(p -> p.sentences().stream())
                .filter(s -> s.startsWith("Passage ") && s.contains("waits"))).as("who waits for a system is looked after").isEmpty();
        Client yusuf = app.as("Yusuf Karaderin");
        assertThat(yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "Meanwhile.pdf")).getFirst().get("names")
                .get("number")
                .asString()).startsWith("KWR-FNK-H-DR-");
    }
}
