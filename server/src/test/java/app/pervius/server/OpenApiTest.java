package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Running.App;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(Running.class)
class OpenApiTest {

    private static final Path WRITTEN = Path.of("..", "docs", "openapi.json");

    @Test
    void theDescriptionInTheDocsIsThatOfTheCode(App app) throws IOException {
        JsonMapper sorted = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT)
                .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS).build();
        Object description = sorted.readValue(app.as("Mirela Draganova").get("/api/openapi-of-the-code").must(200).raw().body(),
                Object.class);
        String now = sorted.writeValueAsString(description) + "\n";
        if (Boolean.getBoolean("pervius.api.write")) {
            Files.writeString(WRITTEN, now);
        }
        assertThat(now).as("run ./pervius api to bring the description and the screens' types up to date")
                .isEqualTo(Files.readString(WRITTEN));
    }
}
