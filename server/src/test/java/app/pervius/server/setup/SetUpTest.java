package app.pervius.server.setup;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;

/** An empty installation, from its first start to its first numbered document. The steps follow each other. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SetUpTest {

    private static Running.App app;
    private static String code;

    @BeforeAll
    static void startEmpty() {
        PrintStream before = System.out;
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        System.setOut(new PrintStream(said, true, StandardCharsets.UTF_8));
        try {
            app = Running.start("serve", Map.of());
        } finally {
            System.setOut(before);
        }
        Matcher m = Pattern.compile("set-up\\?code=(\\w+)").matcher(said.toString(StandardCharsets.UTF_8));
        assertThat(m.find()).as("the console tells where to set it up").isTrue();
        code = m.group(1);
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static Map<String, Object> entry(String code, String password) {
        Map<String, Object> entry = new HashMap<>(Map.of("code", code, "name", "Ines Calderwood", "email", "ines@kwb.example", "password",
                password));
        entry.putAll(Map.of("firmCode", "kwb", "firmName", "Kestrel Water Board", "projectCode", "kwr", "projectName",
                "Kestrel Weir Renewal", "zone", "Europe/Dublin"));
        return entry;
    }

    @Test
    @Order(1)
    void onlyWhoReadsTheConsoleSetsItUp() {
        assertThat(app.nobody().get("/api/entrance").must(200).body().get("setUpNeeded").asBoolean()).isTrue();
        app.nobody().post("/api/entrance/set-up", entry("guessed", "tidal heron ballast")).must(400);
        assertThat(app.nobody().post("/api/entrance/set-up", entry(code, "short")).must(400).sentence())
                .isEqualTo("A password has at least 12 characters.");
        Client first = app.nobody();
        first.post("/api/entrance/set-up", entry(code, "tidal heron ballast")).must(200);
        assertThat(first.get("/api/journal?kind=ACCOUNTS&project=" + first.project()).must(200).body().get("items").get(0).get("who")
                .asString()).isEqualTo("Ines Calderwood");
        assertThat(app.nobody().post("/api/entrance/set-up", entry(code, "meadow basalt kite")).must(409).type())
                .isEqualTo("already-set-up");
    }

    @Test
    @Order(2)
    void theDemosOneClickEntranceIsNotThere() {
        app.nobody().get("/api/entrance/demo").must(404);
        app.nobody().post("/api/entrance/demo", Map.of("person", 1)).must(404);
        assertThat(app.nobody().get("/api/entrance").must(200).body().get("demo").asBoolean()).isFalse();
    }

    @Test
    @Order(3)
    void guessingPasswordsIsSlowedDown() {
        Map<String, String> wrong = Map.of("email", "nobody@kwb.example", "password", "wrong");
        for (int i = 0; i < 5; i++) {
            assertThat(app.nobody().post("/api/session", wrong).must(401).sentence())
                    .isEqualTo("This address and password do not belong together.");
        }
        assertThat(app.nobody().post("/api/session", wrong).must(429).sentence()).startsWith("Too many failed attempts. Try again in ");
    }

    @Test
    @Order(4)
    void fromNothingToANumberedDocument() {
        Client ines = app.nobody();
        ines.signIn("INES@kwb.example", "tidal heron ballast");
        String project = "/api/projects/" + ines.project();
        assertThat(lacking(ines)).as("nobody but the first, who holds no role the route needs, and no rule")
                .containsExactly("MAIL", "BACKUP", "PEOPLE", "ROUTE", "ROUTE", "RULE");
        long firm = ines.post(project + "/firms", Map.of("code", "FNK", "name", "Fennick Hydraulics")).must(201).body().get("id").asLong();
        long authors = ines.get(project + "/people").must(200).body().get("roles").valueStream()
                .filter(r -> r.get("name").asString().equals("Author")).findFirst().orElseThrow().get("id").asLong();
        assertThat(ines.takeIn(firm, "Yusuf Karaderin", "yusuf@fnk.example", List.of(authors), "copper lantern drift")).isPositive();
        assertThat(lacking(ines)).contains("FIRM_FOLDER").doesNotContain("PEOPLE");
        long folder = ines.post("/api/folders/" + ines.folder("Work in progress") + "/folders",
                Map.of("name", "Fennick Hydraulics", "firm", firm, "values", Map.of("discipline", "H", "type", "DR"))).must(201).body()
                .get("id").asLong();
        JsonNode roles = ines.get(project + "/people").must(200).body().get("roles");
        long me = ines.person();
        for (JsonNode role : roles) {
            if (role.get("may").get("decides").asBoolean() && !role.get("may").get("controls").asBoolean()) {
                ines.put(project + "/roles/" + role.get("id").asLong() + "/holders",
                        Map.of("holders", List.of(me), "version", role.get("version").asInt())).must(204);
            }
        }
        assertThat(lacking(ines)).containsExactly("MAIL", "BACKUP", "RULE");
        RuleForms.inForce(ines, RuleForms.handling("Drawings", folder, "documents", "documents", ines.folder("Shared")));
        assertThat(lacking(ines)).containsExactly("MAIL", "BACKUP");

        Client yusuf = app.nobody();
        yusuf.signIn("yusuf@fnk.example", "copper lantern drift");
        assertThat(yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics", "First drawing.pdf")).getFirst().get("names")
                .get("number")
                .asString()).isEqualTo("KWR-FNK-H-DR-0001");
    }

    private static List<String> lacking(Client who) {
        return who.get("/api/projects/" + who.project() + "/lacking").must(200).body().valueStream().map(l -> l.get("what").asString())
                .toList();
    }

    @Test
    @Order(5)
    void somebodyHasToGoOnControllingTheProject() {
        Client ines = app.nobody();
        ines.signIn("ines@kwb.example", "tidal heron ballast");
        String project = "/api/projects/" + ines.project();
        JsonNode controllers = ines.get(project + "/people").must(200).body().get("roles").valueStream()
                .filter(r -> r.get("may").get("controls").asBoolean()).findFirst().orElseThrow();
        assertThat(ines.put(project + "/roles/" + controllers.get("id").asLong() + "/holders",
                Map.of("holders", List.of(), "version", controllers.get("version").asInt())).must(400).sentence())
                .isEqualTo("Somebody has to be document controller of the project.");
    }
}
