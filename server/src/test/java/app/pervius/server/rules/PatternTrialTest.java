package app.pervius.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class PatternTrialTest {

    private static JsonNode tried(Client who, String pattern, String... names) {
        return who.post("/api/projects/" + who.project() + "/patterns/trials", Map.of("pattern", pattern, "names", List.of(names)))
                .must(200).body();
    }

    @Test
    void aPatternIsTriedOnNamesWithoutTheirEnding(App app) {
        JsonNode tried = tried(app.as("Mirela Draganova"), "{type}-{discipline}[_{title}]", "DR-H_Inlet screen.pdf",
                "DT-H_Inlet screen.pdf", "Minutes.docx");
        assertThat(tried.get("faults")).isEmpty();
        assertThat(tried.has("twoWays")).isFalse();
        JsonNode fits = tried.get("names").get(0);
        assertThat(fits.get("values").valueStream().map(v -> v.get("key").asString() + " " + v.get("value").asString()))
                .containsExactlyInAnyOrder("type DR", "discipline H", "title Inlet screen");
        JsonNode near = tried.get("names").get(1);
        assertThat(near.get("misfit").asString()).startsWith("at character 1 expected a code of");
        assertThat(near.get("nearest").asString()).isEqualTo("DR-H_Inlet screen");
        assertThat(tried.get("names").get(2).has("nearest")).isFalse();
    }

    @Test
    void faultsAndNamesThatCanBeReadInTwoWaysAreSaid(App app) {
        Client mirela = app.as("Mirela Draganova");
        JsonNode faulty = tried(mirela, "{typ}-[", "DR.pdf");
        assertThat(faulty.get("faults").valueStream().map(f -> f.get("position").asInt())).contains(0, 6);
        assertThat(faulty.get("names")).isEmpty();
        assertThat(tried(mirela, "{title}{*}", "DR.pdf").get("twoWays").asString()).contains("can be read in two ways")
                .contains("this is taken");
    }

    @Test
    void theNamesThatArrivedLastAreGivenOnce(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "Trial name.pdf"));
        List<String> names = mirela.get("/api/projects/" + mirela.project() + "/names-arrived").must(200).body().valueStream()
                .map(JsonNode::asString).toList();
        assertThat(names).contains("Trial name.pdf").doesNotHaveDuplicates().hasSizeLessThanOrEqualTo(30);
    }
}
