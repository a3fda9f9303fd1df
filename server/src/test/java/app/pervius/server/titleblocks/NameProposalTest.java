package app.pervius.server.titleblocks;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A stop for a name that does not fit holds the name that would, to be taken with one key. */
@ExtendWith(Running.class)
class NameProposalTest {

    @Test
    void theNameThatWouldFitIsThereToBeTaken(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        JsonNode stopped = site.settled(site.submit("Work in progress / Dunmarrow Works / Deliveries", "MS_C_Nearly right.pdf")).getFirst();
        String proposal = stopped.get("at").get("stop").get("proposal").asString();
        assertThat(stopped.get("at").get("stop").get("reason").asString()).contains("“" + proposal + "” would fit.");
        site.post("/api/passages/ways-out", Map.of("way", "PUT_NAME_RIGHT", "fields", Map.of(), "text", proposal, "passages",
                List.of(Map.of("passage", stopped.get("id").asLong(), "version", stopped.get("version").asInt())))).must(200);
        Client.until(() -> site.get("/api/passages/" + stopped.get("id").asLong()).must(200).body().get("row").get("passage"),
                p -> p.get("names").has("number"));
    }
}
