package app.pervius.server.othersystems;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.simulators.PlantRegister;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Connections are set up by administrators, tested there, and their secrets go where they were meant to go. */
@ExtendWith(Running.class)
class ConnectionsTest {

    private static Client.Answer set(Client who, String name, String address, Object... more) {
        Map<String, Object> entry = new HashMap<>(Map.of("address", address, "unencrypted", false));
        for (int i = 0; i < more.length; i += 2) {
            entry.put(String.valueOf(more[i]), more[i + 1]);
        }
        return who.put("/api/connections/" + name, entry);
    }

    private static JsonNode named(Client who, String name) {
        return who.get("/api/connections").must(200).body().valueStream().filter(c -> c.get("name").asString().equals(name)).findFirst()
                .orElseThrow();
    }

    @Test
    void aSecretGoesToTheHostItWasTypedForAndIsKeptEncrypted(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        set(aoife, "Ledger", "https://ledger.kestrelweir.example/ask", "secret", "hush-hush").must(204);
        assertThat(app.bean(JdbcClient.class).sql("select secret from connection where name = 'Ledger'").query(String.class).single())
                .isNotEmpty().doesNotContain("hush");
        set(aoife, "Ledger", "https://ledger.kestrelweir.example/elsewhere").must(204);
        assertThat(set(aoife, "Ledger", "https://10.3.2.1/ask", "secret", "hush").must(400).sentence())
                .startsWith("“10.3.2.1” lies inside the server's own network");
        assertThat(set(aoife, "Ledger", "https://other.kestrelweir.example/ask").must(400).sentence())
                .contains("Type the secret once more");
        assertThat(named(aoife, "Ledger").get("address").asString()).isEqualTo("https://ledger.kestrelweir.example/elsewhere");
        set(aoife, "Ledger", "https://other.kestrelweir.example/ask", "secret", "hush-again").must(204);
        aoife.delete("/api/connections/Ledger").must(204);
    }

    @Test
    void overHttpOnlyThisMachineIsAskedUnlessSomebodySaysSo(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        assertThat(set(aoife, "Open", "http://open.kestrelweir.example/ask").must(400).sentence()).contains("Use https");
        set(aoife, "Open", "http://open.kestrelweir.example/ask", "unencrypted", true).must(204);
        set(aoife, "Open", "http://127.0.0.1:9/ask").must(204);
        aoife.delete("/api/connections/Open").must(204);
    }

    @Test
    void aTestSaysThatItAnsweredAndNeverWithWhatAndTheLastAnswerIsShown(App app) throws IOException {
        Client aoife = app.as("Aoife Ní Raghnaill");
        try (PlantRegister register = PlantRegister.start()) {
            set(aoife, "Tested", register.address(PlantRegister.Manner.HONEST)).must(204);
            assertThat(named(aoife, "Tested").has("last")).as("not asked yet").isFalse();
            JsonNode said = aoife.post("/api/connections/Tested/test", Map.of()).must(200).body();
            assertThat(said.get("answered").asBoolean()).isTrue();
            assertThat(said.get("said").asString()).matches("It answered, with a JSON object of \\w+ values?\\.");
            assertThat(named(aoife, "Tested").get("last").has("why")).isFalse();
            set(aoife, "Tested", register.address(PlantRegister.Manner.FAILING)).must(204);
            aoife.post("/api/connections/Tested/test", Map.of()).must(200);
            assertThat(named(aoife, "Tested").get("last").get("why").asString()).isEqualTo("“Tested” answered with status 503.");
        }
        aoife.delete("/api/connections/Tested").must(204);
    }

    /** What was set up before it was forbidden, and a name that leads inside by now, are not asked either. */
    @Test
    void whatLiesInTheOwnNetworkIsNotAskedAlthoughItIsSetUp(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        set(aoife, "Inside", "https://inside.kestrelweir.example/ask").must(204);
        app.bean(JdbcClient.class).sql("update connection set address = 'http://127.0.0.2:9/ask' where name = 'Inside'").update();
        aoife.post("/api/connections/Inside/test", Map.of()).must(200);
        assertThat(named(aoife, "Inside").get("last").get("why").asString()).startsWith("“127.0.0.2” lies inside the server's own network");
        aoife.delete("/api/connections/Inside").must(204);
    }

    @Test
    void theMailServerIsShownWithWhatWaitsForItAndTried(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        JsonNode mail = aoife.get("/api/mail-server").must(200).body();
        assertThat(mail.get("address").asString()).matches("127\\.0\\.0\\.1:\\d+");
        assertThat(mail.get("from").asString()).contains("@");
        assertThat(aoife.post("/api/mail-server/test", Map.of()).must(200).body().get("said").asString())
                .isEqualTo(mail.get("address").asString() + " answers and would take messages.");
    }
}
