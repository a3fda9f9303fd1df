package app.pervius.server.setup;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.core.io.ClassPathResource;
import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Projects begin with a set: what it says is there, can be used at once, and written out of the project is the same set again. */
@ExtendWith(Running.class)
class StartingSetTest {

    private static Map<String, Object> project(String code, Object set) {
        return new HashMap<>(Map.of("code", code, "name", "Tram Line 4", "zone", "Europe/Dublin", "firmCode", "LIN", "firmName",
                "Line Four Office", "controller", "Aoife Ní Raghnaill", "controllerEmail", "aoife.ni.raghnaill@kwb.example", "set", set));
    }

    private static Map<String, Object> set(String key) {
        return new HashMap<>(Map.of("key", key, "codes", Map.of()));
    }

    private static long make(Client aoife, String code, Object set) {
        return aoife.post("/api/projects", project(code, set)).must(201).body().get("id").asLong();
    }

    private static String written(Client aoife, long project) {
        return aoife.text("/api/projects/" + project + "/starting-set").lines().filter(l -> !l.startsWith("#"))
                .collect(Collectors.joining("\n"));
    }

    private static List<String> rules(Client aoife, long project) {
        return aoife.get("/api/projects/" + project + "/rules").must(200).body().get("rules").valueStream()
                .map(r -> r.get("inForce").get("name").asString() + r.get("findings").valueStream()
                        .filter(f -> f.get("error").asBoolean()).map(f -> " " + f.get("sentence").asString())
                        .collect(Collectors.joining())).toList();
    }

    @ParameterizedTest
    @CsvSource({"design, TDA, Drawings and documents, ROUTE ROUTE", "site, TSA, Daily reports; Site documents, ROUTE",
        "approve, TAA, Everything that is handed in, ROUTE"})
    void aShippedSetIsWholeAndWrittenOutItIsTheSameSetAgain(String key, String code, String rules, String lacking, App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        long first = make(aoife, code, set(key));
        assertThat(rules(aoife, first)).containsExactly(rules.split("; "));
        assertThat(aoife.get("/api/projects/" + first + "/lacking").must(200).body().valueStream().map(l -> l.get("what").asString())
                .collect(Collectors.joining(" "))).as("only people").isEqualTo("PEOPLE " + lacking);
        assertThat(aoife.get("/api/projects/" + first + "/folders").must(200).body().valueStream().map(f -> f.get("path").asString()))
                .contains("Work in progress / Line Four Office", "Shared", "Archive");
        String file = written(aoife, first);
        long again = make(aoife, code + "2", new HashMap<>(Map.of("file", file, "codes", Map.of())));
        assertThat(written(aoife, again)).isEqualTo(file);
    }

    @Test
    void whatIsShippedAndWrittenOutIsWhatThePublishedSchemaSays(App app) throws IOException {
        Client mirela = app.as("Mirela Draganova");
        var schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(mirela.text("/api/starting-set.schema.json"));
        String own = written(mirela, mirela.project());
        assertThat(schema.validate(own, InputFormat.YAML)).isEmpty();
        for (String key : List.of("design", "site", "approve")) {
            String shipped = new ClassPathResource("starting-sets/" + key + ".yaml").getContentAsString(StandardCharsets.UTF_8);
            assertThat(schema.validate(shipped, InputFormat.YAML)).as(key).isEmpty();
        }
        assertThat(schema.validate(own.replaceFirst("digit: 1", "digit: 7"), InputFormat.YAML)).isNotEmpty();
        assertThat(schema.validate(own.replaceFirst("rule-sheet: 1", "rule-sheet: 2"), InputFormat.YAML)).as("in its rules").isNotEmpty();
    }

    @Test
    void whatTheProjectDoesOtherwiseIsDrawnBeforehandAndDone(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        Map<String, Object> set = set("design");
        set.put("codes", Map.of("discipline", List.of(Map.of("code", "TRK", "meaning", "track"), Map.of("code", "OHL", "meaning",
                "overhead line"))));
        set.put("pattern", "{project}.{discipline}.{type}.{counter:3}");
        JsonNode looked = app.nobody().post("/api/entrance/starting-sets/looks", Map.of("set", set, "project", "TWO", "firm", "LIN"))
                .must(200).body();
        assertThat(looked.get("number").valueStream().map(p -> p.get("text").asString()).collect(Collectors.joining()))
                .isEqualTo("TWO.TRK.DR.001");
        long made = make(aoife, "TWO", set);
        JsonNode scheme = aoife.get("/api/projects/" + made + "/schemes").must(200).body().get(0);
        assertThat(scheme.get("sample").valueStream().map(p -> p.get("text").asString()).collect(Collectors.joining()))
                .isEqualTo("TWO.TRK.DR.001");
        set.put("pattern", "{project}.{nowhere}.{counter:3}");
        assertThat(app.nobody().post("/api/entrance/starting-sets/looks", Map.of("set", set, "project", "TWO", "firm", "LIN")).must(200)
                .body().get("fault").asString()).contains("nowhere");
        aoife.post("/api/projects", project("THR", set)).must(400);
        set.put("codes", Map.of("discipline", List.of()));
        assertThat(aoife.post("/api/projects", project("THR", set)).must(400).sentence()).isEqualTo(
                "“Discipline” needs codes, each with what it means.");
        set.put("codes", Map.of("nothing", List.of(Map.of("code", "A", "meaning", "a"))));
        assertThat(aoife.post("/api/projects", project("THR", set)).must(400).sentence()).isEqualTo("The set has no field “nothing”.");
        assertThat(aoife.get("/api/projects").must(200).body().valueStream().map(p -> p.get("code").asString())).doesNotContain("THR");
    }

    /** By the number of the set names are read as its rule does; by another number by what that needs, unless somebody says how. */
    @Test
    void namesOfFilesAreReadByWhatTheNumbersNeedAndTheRuleSaysItInTheProjectsOwnCodes(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        Map<String, Object> set = set("design");
        assertThat(read(app, set)).isEqualTo("{type}-{discipline}[_{title}] DR-A_Title");
        set.put("codes", Map.of("type", List.of(Map.of("code", "SL", "meaning", "signalling layout"))));
        assertThat(read(app, set)).isEqualTo("{type}-{discipline}[_{title}] SL-A_Title");
        set.put("pattern", "{project}.{type}.{counter:5}");
        assertThat(read(app, set)).isEqualTo("{type}[_{title}] SL_Title");
        assertThat(ruleOf(aoife, make(aoife, "RDA", set))).isEqualTo("{type}[_{title}] | Names such as SL_Title.pdf.");
        set.put("pattern", "{project}.{type}.{coun");
        assertThat(read(app, set)).as("while it is written").isEqualTo("{type}-{discipline}[_{title}] SL-A_Title");
        set.put("pattern", "{project}-{counter:5}");
        assertThat(read(app, set)).isEqualTo("{title} Title");
        set.put("names", "{title}[ rev {discipline}]");
        assertThat(read(app, set)).isEqualTo("{title}[ rev {discipline}] Title rev A");
        assertThat(ruleOf(aoife, make(aoife, "RDB", set))).isEqualTo("{title}[ rev {discipline}] | Names such as Title rev A.pdf.");
        set.put("names", "{title}-{nowhere}");
        assertThat(aoife.post("/api/projects", project("RDC", set)).must(400).sentence()).startsWith("How names of files are read: ")
                .contains("nowhere");
        Map<String, Object> dated = set("site");
        dated.put("pattern", "{project}-{day:YYYYMMDD}[-{type}]-{counter:2}");
        assertThat(read(app, dated)).as("what a number may go without is not asked of names").isEqualTo(
                "{day:YYYY-MM-DD}[_{title}] 2027-03-01_Title");
        assertThat(rules(aoife, make(aoife, "RDD", dated))).as("nothing is wrong with its rules").containsExactly("Daily reports",
                "Site documents");
        Map<String, Object> plain = set("approve");
        plain.put("names", "{title}");
        assertThat(app.nobody().post("/api/entrance/starting-sets/looks", look(plain)).must(200).body().has("names")).isFalse();
    }

    private static Map<String, Object> look(Map<String, Object> set) {
        return Map.of("set", set, "project", "TWO", "firm", "LIN");
    }

    private static String read(App app, Map<String, Object> set) {
        JsonNode looked = app.nobody().post("/api/entrance/starting-sets/looks", look(set)).must(200).body();
        return looked.get("names").asString() + " " + looked.get("example").asString();
    }

    private static String ruleOf(Client aoife, long project) {
        JsonNode rule = aoife.get("/api/projects/" + project + "/rules").must(200).body().get("rules").get(0).get("inForce");
        return rule.get("stations").get("identify").get("namePatterns").get(0).asString() + " | " + rule.get("description").asString();
    }

    @Test
    void eachFirmGetsTheFoldersOfTheSetAlsoOneAddedLater(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        String file = written(aoife, make(aoife, "EFA", set("site"))).replace("  a-folder-for-each-firm: true\n", """
                  a-folder-for-each-firm: true
                  in-each-firms-folder:
                  - name: Reports
                    values:
                      type: DR
                    folders:
                    - name: Drafts
                """);
        long project = make(aoife, "EFB", new HashMap<>(Map.of("file", file, "codes", Map.of())));
        JsonNode folders = aoife.get("/api/projects/" + project + "/folders").must(200).body();
        long parent = folders.valueStream().filter(f -> f.get("path").asString().equals("Work in progress")).findFirst().orElseThrow()
                .get("id").asLong();
        long pole = aoife.post("/api/projects/" + project + "/firms", Map.of("code", "POL", "name", "Pole and Wire", "folder", parent))
                .must(201).body().get("id").asLong();
        folders = aoife.get("/api/projects/" + project + "/folders").must(200).body();
        for (String firm : List.of("Line Four Office", "Pole and Wire")) {
            assertThat(folders.valueStream().map(f -> f.get("path").asString())).contains("Work in progress / " + firm + " / Reports",
                    "Work in progress / " + firm + " / Reports / Drafts");
        }
        assertThat(folders.valueStream().filter(f -> f.get("path").asString().endsWith("Pole and Wire / Reports / Drafts")).findFirst()
                .orElseThrow().get("firm").asLong()).isEqualTo(pole);
        assertThat(written(aoife, project)).isEqualTo(file);
    }

    @Test
    void aSetThatIsWrongSaysWhereAndMakesNothing(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        String wrong = """
                starting-set: 1
                name: Wrong
                fields:
                - key: Type
                  label: Type
                  takes: codes
                decision-codes: []
                roles:
                - name: Author
                  may:
                  - fly
                folders:
                - name: Shared
                colour: red
                """;
        List<String> faults = aoife.post("/api/starting-sets/files", Map.of("file", wrong)).must(200).body().get("faults").valueStream()
                .map(f -> f.get("line").asInt() + " " + f.get("reason").asString()).toList();
        assertThat(faults).contains("4 The key of a field is made of lower-case letters, digits and _.",
                "4 A field that takes codes has at least one.", "7 A project has the decision codes 1, 2, 3 and 4, each once.",
                "9 A role may control, see-all, hand-in, send-by-hand, decide; not “fly”.",
                "1 One of the roles has to control the project.",
                "13 A folder at the top says its “state”: work-in-progress, shared, published or archive.")
                .anyMatch(f -> f.startsWith("14 “colour” is not known here"));
        assertThat(aoife.post("/api/projects", project("WRG", Map.of("file", wrong, "codes", Map.of()))).must(400).sentence())
                .startsWith("Line ");
        String elsewhere = written(aoife, make(aoife, "ELS", set("design"))).replace("folder: Work in progress", "folder: Somewhere");
        assertThat(aoife.post("/api/projects", project("WRG", Map.of("file", elsewhere, "codes", Map.of()))).must(400).sentence())
                .contains("of the set: This project has no folder “Somewhere”.");
        assertThat(aoife.get("/api/projects").must(200).body().valueStream().map(p -> p.get("code").asString())).doesNotContain("WRG");
    }

    @Test
    void whatIsOfOneProjectAloneIsLeftOutAndSaidSo(App app) {
        Client mirela = app.as("Mirela Draganova");
        String file = mirela.text("/api/projects/" + mirela.project() + "/starting-set");
        assertThat(file).contains("# Left out: rule “Civil design”: it names firms, people or their own folders.")
                .doesNotContain("Fennick").doesNotContain("@").contains("- name: Lead civil engineer");
        Client aoife = app.as("Aoife Ní Raghnaill");
        long made = make(aoife, "OUT", new HashMap<>(Map.of("file", file, "codes", Map.of())));
        assertThat(aoife.get("/api/projects/" + made + "/routes").must(200).body().size()).isGreaterThanOrEqualTo(4);
        app.as("Yusuf Karaderin").get("/api/projects/" + mirela.project() + "/starting-set").must(403);
        app.nobody().post("/api/entrance/starting-sets/looks", Map.of("set", Map.of("file", file, "codes", Map.of()), "project", "X",
                "firm", "Y")).must(403);
        mirela.post("/api/starting-sets/files", Map.of("file", file)).must(403);
    }
}
