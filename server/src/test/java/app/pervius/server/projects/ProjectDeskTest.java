package app.pervius.server.projects;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Fields, code lists and status codes: nothing that is used can vanish. */
@ExtendWith(Running.class)
class ProjectDeskTest {

    private static JsonNode project(Client who) {
        return who.get("/api/projects").must(200).body().get(0);
    }

    private static Client.Answer setFields(Client mirela, UnaryOperator<List<Map<String, Object>>> change) {
        JsonNode project = project(mirela);
        List<Map<String, Object>> fields = new ArrayList<>();
        project.get("fields").forEach(f -> fields.add(map(f)));
        return mirela.put("/api/projects/" + mirela.project() + "/fields",
                Map.of("version", project.get("version").asInt(), "fields", change.apply(fields)));
    }

    private static Map<String, Object> map(JsonNode node) {
        Map<String, Object> map = new HashMap<>();
        node.propertyNames().forEach(name -> map.put(name, node.get(name)));
        return map;
    }

    private static UnaryOperator<List<Map<String, Object>>> field(String key, Consumer<Map<String, Object>> change) {
        return fields -> {
            fields.stream().filter(f -> f.get("key").toString().equals("\"" + key + "\"")).forEach(change);
            return fields;
        };
    }

    private static UnaryOperator<List<Map<String, Object>>> codes(String key, UnaryOperator<List<Map<String, Object>>> change) {
        return field(key, f -> {
            List<Map<String, Object>> codes = new ArrayList<>();
            ((JsonNode) f.get("codes")).forEach(c -> codes.add(map(c)));
            f.put("codes", change.apply(codes));
        });
    }

    /** What stands for any character where values are looked for stands for itself in a code. */
    @Test
    void aCodeThatOnlyAFolderHasIsInUseTooAndNoOtherLikeIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        UnaryOperator<List<Map<String, Object>>> add = codes("type", codes -> {
            List.of("Q_1", "QX1").forEach(code -> codes.add(new HashMap<>(Map.of("code", code, "meaning", "for folders", "retired",
                    false))));
            return codes;
        });
        setFields(mirela, add).must(204);
        long site = mirela.folder("Work in progress / Dunmarrow Works");
        mirela.post("/api/folders/" + site + "/folders", Map.of("name", "Has a code", "values", Map.of("type", "QX1"))).must(201);
        setFields(mirela, codes("type", codes -> codes.stream().filter(c -> !c.get("code").toString().contains("Q_1")).toList())).must(204);
        assertThat(setFields(mirela, codes("type", codes -> codes.stream().filter(c -> !c.get("code").toString().contains("QX1")).toList()))
                .must(409).sentence()).isEqualTo("The code “QX1” of “Document type” is used by folder “Has a code”. Retire it instead.");
    }

    @Test
    void aCodeInUseIsRetiredInsteadOfVanishing(App app) {
        Client mirela = app.as("Mirela Draganova");
        assertThat(setFields(mirela, codes("type", codes -> codes.stream().filter(c -> !c.get("code").toString().equals("\"CA\""))
                .toList())).must(409).sentence())
                .startsWith("The code “CA” of “Document type” is used by ").endsWith("Retire it instead.");
        Client yusuf = app.as("Yusuf Karaderin");
        UnaryOperator<List<Map<String, Object>>> retire = codes("type", codes -> {
            codes.stream().filter(c -> c.get("code").toString().equals("\"CA\"")).forEach(c -> c.put("retired", true));
            return codes;
        });
        setFields(mirela, retire).must(204);
        JsonNode stopped = yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Calculations", "Retired type.pdf"))
                .getFirst();
        assertThat(stopped.get("at").get("stop").get("reason").asString())
                .startsWith("“Document type” is “CA”; scheme “Documents” takes a code of “Document type” (");
        setFields(mirela, codes("type", codes -> {
            codes.forEach(c -> c.put("retired", false));
            return codes;
        })).must(204);
    }

    @Test
    void aFieldThatSomethingNeedsCannotGo(App app) {
        Client mirela = app.as("Mirela Draganova");
        assertThat(setFields(mirela, fields -> fields.stream().filter(f -> !f.get("key").toString().equals("\"discipline\"")).toList())
                .must(409).sentence())
                .contains("Scheme “Documents” would not work: At character 24: the project has no field “discipline”.",
                        "Rule “Site documents” would not work");
        Map<String, Object> zone = Map.of("key", "zone", "label", "Zone", "kind", "DIGITS", "greatestWidth", 2, "codes", List.of());
        setFields(mirela, fields -> {
            fields.add(zone);
            return fields;
        }).must(204);
        setFields(mirela, fields -> fields.stream().filter(f -> !f.get("key").toString().contains("zone")).toList()).must(204);
    }

    @Test
    void settingsThatChangedMeanwhileAreNotOverwritten(App app) {
        Client mirela = app.as("Mirela Draganova");
        JsonNode project = project(mirela);
        mirela.put("/api/projects/" + mirela.project() + "/fields",
                Map.of("version", project.get("version").asInt() - 1, "fields", project.get("fields"))).must(409);
    }

    @Test
    void codesAreTakenFromAListOrItsFaultsShownByRowAndColumn(App app) {
        Client mirela = app.as("Mirela Draganova");
        String path = "/api/projects/" + mirela.project() + "/fields/discipline/codes?look=";
        JsonNode faulty = mirela.postBytes(path + "false", "Code,Meaning\nG,geotechnics\nG,again\nTOOLONG,x\n,nothing\nL,\n".getBytes(
                StandardCharsets.UTF_8)).must(200).body();
        assertThat(faulty.get("faults").valueStream().map(f -> f.get("row").asInt() + " " + f.get("column").asString()))
                .containsExactly("3 Code", "4 Code", "5 Code", "6 Meaning");
        assertThat(project(mirela).toString()).doesNotContain("geotechnics");
        JsonNode taken = mirela.postBytes(path + "false", "Code;Meaning\nG;geotechnics\nH;water\n".getBytes(StandardCharsets.UTF_8))
                .must(200).body();
        assertThat(taken.get("added").asInt()).isEqualTo(1);
        assertThat(taken.get("changed").asInt()).isEqualTo(1);
        assertThat(project(mirela).toString()).contains("geotechnics");
    }

    @Test
    void aStatusCodeInUseStays(App app) {
        Client mirela = app.as("Mirela Draganova");
        JsonNode project = project(mirela);
        List<JsonNode> without = project.get("statusCodes").valueStream().filter(c -> !c.get("code").asString().equals("A1")).toList();
        assertThat(mirela.put("/api/projects/" + mirela.project() + "/status-codes",
                Map.of("version", project.get("version").asInt(), "statusCodes", without)).must(409).sentence())
                .startsWith("The status code A1 is used by ");
    }
}
