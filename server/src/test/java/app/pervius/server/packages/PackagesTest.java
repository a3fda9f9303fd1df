package app.pervius.server.packages;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.Running;
import app.pervius.server.RuleForms;
import app.pervius.server.Running.App;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class PackagesTest {

    private static Map<String, Object> plan(String key, String name, List<Long> rules, List<Map<String, Object>> below) {
        return new HashMap<>(Map.of("key", key, "name", name, "owner", key.equals("root") ? "FIRM" : "AS_ABOVE", "values", Map.of(),
                "rules", rules, "below", below));
    }

    private static Client.Answer template(Client mirela, String key, int after, Map<String, Object> root) {
        return mirela.put("/api/projects/" + mirela.project() + "/folder-templates/" + key,
                Map.of("after", after, "name", key, "root", root));
    }

    private static long firm(Client who, String code) {
        return who.get("/api/projects/" + who.project() + "/people").must(200).body().get("firms").valueStream()
                .filter(f -> f.get("code").asString().equals(code)).findFirst().orElseThrow().get("id").asLong();
    }

    private static Map<String, Object> wanted(Client mirela, String code, String template, String firm) {
        Map<String, Object> wanted = new HashMap<>(Map.of("kind", "WORK_PACKAGE", "code", code, "title", "Fish pass", "template", template,
                "parent", mirela.folder("Work in progress"), "values", Map.of()));
        if (firm != null) {
            wanted.put("firm", firm(mirela, firm));
        }
        return wanted;
    }

    private static JsonNode make(Client mirela, Map<String, Object> wanted) {
        long id = mirela.post("/api/projects/" + mirela.project() + "/packages", wanted).must(201).body().get("id").asLong();
        return mirela.get("/api/packages/" + id).must(200).body();
    }

    private static List<String> paths(Client who) {
        return who.get("/api/projects/" + who.project() + "/folders").must(200).body().valueStream().map(f -> f.get("path").asString())
                .toList();
    }

    private static long rule(Client mirela, String name) {
        return RuleForms.named(mirela, name).get("id").asLong();
    }

    @Test
    void aPackageIsMadeWithItsFoldersItsAccessAndTheRulesOnThem(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        template(mirela, "design", 0, plan("root", "{package} {title}", List.of(), List.of(
                plan("drawings", "Drawings", List.of(rule(mirela, "Hydraulic design")), List.of()),
                plan("letters", "Letters of {originator}", List.of(), List.of())))).must(204);
        JsonNode made = make(mirela, wanted(mirela, "WP-07", "design", "FNK"));
        assertThat(made.has("failed")).isFalse();
        assertThat(paths(yusuf)).contains("Work in progress / WP-07 Fish pass / Drawings",
                "Work in progress / WP-07 Fish pass / Letters of FNK");
        assertThat(paths(app.as("Priya Venkatarangan"))).noneMatch(path -> path.contains("WP-07"));
        mirela.put("/api/folders/" + mirela.folder("Work in progress / WP-07 Fish pass / Drawings") + "/name",
                Map.of("name", "Sheets", "version", 0)).must(204);
        JsonNode passage = yusuf.settled(yusuf.submit("Work in progress / WP-07 Fish pass / Sheets", "Baffles.pdf")).getFirst();
        assertThat(passage.get("rule").asString()).startsWith("Hydraulic design (edition ");
        assertThat(yusuf.get("/api/folders/" + made.get("folder").asLong() + "/found?text=BAFF").must(200).body().get(0).get("path")
                .asString())
                .isEqualTo("Work in progress / WP-07 Fish pass / Sheets");
    }

    @Test
    void allFoldersAreMadeOrNoneAndTryingAgainFinishesWithoutDoubling(App app) {
        Client mirela = app.as("Mirela Draganova");
        template(mirela, "twice-named", 0, plan("root", "{package}", List.of(), List.of(plan("a", "Same {title}", List.of(), List.of()),
                plan("b", "same {title}", List.of(), List.of())))).must(204);
        JsonNode failed = make(mirela, wanted(mirela, "WP-08", "twice-named", "ALD"));
        assertThat(failed.get("failed").asString()).isEqualTo("“Same {title}” and “same {title}” would both be called “same Fish pass”.");
        assertThat(paths(mirela)).noneMatch(path -> path.contains("WP-08"));
        String mail = Client.until(() -> app.bean(JdbcClient.class).sql("select text from message where subject like '%WP-08%'")
                .query(String.class).list(), l -> !l.isEmpty()).getFirst();
        assertThat(mail).contains("would both be called", "/packages/" + failed.get("id").asLong());
        template(mirela, "twice-named", 1, plan("root", "{package}", List.of(), List.of(plan("a", "Same {title}", List.of(), List.of()),
                plan("b", "Other {title}", List.of(), List.of())))).must(204);
        mirela.post("/api/packages/" + failed.get("id").asLong() + "/folders", Map.of()).must(200);
        assertThat(paths(mirela).stream().filter(path -> path.contains("WP-08"))).containsExactlyInAnyOrder("Work in progress / WP-08",
                "Work in progress / WP-08 / Same Fish pass", "Work in progress / WP-08 / Other Fish pass");
        mirela.post("/api/packages/" + failed.get("id").asLong() + "/folders", Map.of()).must(409);
    }

    @Test
    void watchingRulesTellOfWhatIsMadeAndOfWhatIsNotWithTheReason(App app) {
        Client mirela = app.as("Mirela Draganova");
        List<Map<String, Object>> tellings = List.of("PACKAGE_MADE", "PACKAGE_FAILED").stream().map(o -> Map.<String, Object>of("occasion",
                o, "whom", List.of(Map.of("kind", "ADDRESS", "address", "office@packages.example")), "text", o + ": {reason}")).toList();
        Map<String, Object> form = RuleForms.watching("Of packages", mirela.folder("Work in progress"), "ARRIVED", "", RuleForms.AUTHOR);
        form.put("stations", Map.of("tell", Map.of("tellings", tellings)));
        long rule = RuleForms.inForce(mirela, form);
        template(mirela, "told-of", 0, plan("root", "{package}", List.of(), List.of(plan("a", "Same {title}", List.of(), List.of()),
                plan("b", "same {title}", List.of(), List.of())))).must(204);
        JsonNode failed = make(mirela, wanted(mirela, "WP-14", "told-of", "ALD"));
        assertThat(Client.until(() -> Desks.mails(mirela, "office@packages", "PACKAGE_FAILED"), m -> m.size() == 1).getFirst().get("text")
                .asString()).contains("would both be called", "You get this because the rule names this address", "/packages/");
        // A controller is told in any case, and sees it arrive.
        assertThat(mirela.get("/api/tray").must(200).body().get("items").valueStream().filter(i -> i.get("what").asString()
                .equals("The folders of WP-14 could not be made"))).singleElement().satisfies(item -> {
            assertThat(item.get("link").asString()).isEqualTo("/packages/" + failed.get("id").asLong());
            assertThat(item.has("submission")).isFalse();
        });
        template(mirela, "told-of", 1, plan("root", "{package}", List.of(), List.of())).must(204);
        mirela.post("/api/packages/" + failed.get("id").asLong() + "/folders", Map.of()).must(200);
        assertThat(Client.until(() -> Desks.mails(mirela, "office@packages", "PACKAGE_MADE"), m -> m.size() == 1).getFirst().get("subject")
                .asString()).isEqualTo("[KWR] The folders of WP-14 are made");
        mirela.delete("/api/rules/" + rule + "?version=" + RuleForms.row(mirela, rule).get("version").asInt()).must(204);
    }

    @Test
    void aFolderThatIsThereAlreadyIsTheReason(App app) {
        Client mirela = app.as("Mirela Draganova");
        template(mirela, "in-the-way", 0, plan("root", "{package}", List.of(), List.of())).must(204);
        mirela.post("/api/folders/" + mirela.folder("Work in progress") + "/folders", Map.of("name", "WP-09", "values", Map.of()))
                .must(201);
        assertThat(make(mirela, wanted(mirela, "WP-09", "in-the-way", "ALD")).get("failed").asString())
                .isEqualTo("A folder “WP-09” lies in “Work in progress” already.");
        assertThat(make(mirela, wanted(mirela, "WP-10", "in-the-way", null)).get("failed").asString())
                .isEqualTo("“WP-10” is to be the firm's own folder, but the package is for no firm.");
        assertThat(mirela.post("/api/projects/" + mirela.project() + "/packages", wanted(mirela, "WP-10", "in-the-way", "ALD")).must(400)
                .sentence())
                .isEqualTo("There is a package “WP-10” already.");
    }

    @Test
    void aChangedTemplateIsRolledOutAfterShowingWhatWouldChange(App app) {
        Client mirela = app.as("Mirela Draganova");
        List<Map<String, Object>> below = new ArrayList<>(List.of(plan("in", "Incoming", List.of(), List.of()),
                plan("old", "Old", List.of(), List.of())));
        template(mirela, "rolled", 0, plan("root", "{package}", List.of(), below)).must(204);
        JsonNode made = make(mirela, wanted(mirela, "WP-11", "rolled", "BRK"));
        assertThat(made.get("template").get("behind").asBoolean()).isFalse();
        template(mirela, "rolled", 1, plan("root", "{package}", List.of(),
                List.of(plan("in", "Received", List.of(rule(mirela, "Controls design")), List.of()),
                plan("out", "Outgoing", List.of(), List.of())))).must(204);
        assertThat(mirela.get("/api/packages/" + made.get("id").asLong()).must(200).body().get("template").get("behind").asBoolean())
                .isTrue();
        JsonNode would = mirela.get("/api/projects/" + mirela.project() + "/folder-templates/rolled/roll-out").must(200).body().get(0);
        assertThat(would.get("changes").valueStream().map(c -> c.get("sentence").asString()))
                .containsExactlyInAnyOrder("Renames “Incoming” to “Received”.",
                "A rule of the template comes to stand on “Received”.", "Makes the folder “Outgoing”.",
                "“Old” is in the template no more; it stays.");
        assertThat(paths(mirela)).as("shown, not done").contains("Work in progress / WP-11 / Incoming");
        mirela.post("/api/packages/" + made.get("id").asLong() + "/roll-out", Map.of("edition", 1)).must(409);
        mirela.post("/api/packages/" + made.get("id").asLong() + "/roll-out", Map.of("edition", 2)).must(204);
        assertThat(paths(mirela)).contains("Work in progress / WP-11 / Received", "Work in progress / WP-11 / Outgoing",
                "Work in progress / WP-11 / Old");
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/folder-templates/rolled/roll-out").must(200).body().get(0)
                .get("changes").valueStream()
                .filter(c -> c.get("changes").asBoolean())).isEmpty();
        long own = mirela.get("/api/packages/" + made.get("id").asLong()).must(200).body().get("folder").asLong();
        assertThat(mirela.delete("/api/folders/" + own + "?version=0").must(409).sentence()).contains("It belongs to the package “WP-11”.");
    }

    @Test
    void aTemplateThatCannotWorkIsRefused(App app) {
        Client mirela = app.as("Mirela Draganova");
        assertThat(template(mirela, "faulty", 0, plan("root", "{nonsense}", List.of(), List.of())).must(400).sentence())
                .contains("the project has no field “nonsense”");
        assertThat(template(mirela, "faulty", 0, plan("root", "{package}", List.of(-1L), List.of())).must(400).sentence())
                .contains("A rule that is to stand on a folder is not in force");
    }
}
