package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.MovableClock;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.store.seals.Seal;
import app.pervius.server.store.seals.SealFile;
import app.pervius.server.store.seals.Sealing;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Those named at the start have a seal in their mail that nobody takes away again. */
class SealMailTest {

    private static List<String> mailed(App app) {
        app.look();
        return app.bean(JdbcClient.class).sql("select recipient from message where occasion = 'SEALED' order by id").query(String.class)
                .list();
    }

    @Test
    void afterEachStartAndOnceADayTheNewestSealIsMailed(@TempDir Path directory) throws Exception {
        Map<String, Object> named = Map.of("pervius.seals.mail", "audit@kwb.example, notary@law.example", "pervius.test.clock",
                "seals by mail");
        Path data;
        try (App app = Running.start("demo", named)) {
            data = app.data();
            Client.until(() -> app.bean(Sealing.class).last(), last -> last.filter(s -> s.kind() == Seal.Kind.START).isPresent());
            assertThat(mailed(app)).containsExactly("audit@kwb.example", "notary@law.example");
            assertThat(mailed(app)).as("the same day").hasSize(2);
            MovableClock.set("seals by mail", Duration.ofHours(25));
            assertThat(mailed(app)).as("a day later, and no newer seal").hasSize(2);

            String text = app.bean(JdbcClient.class).sql("select text from message where occasion = 'SEALED' order by id "
                    + "fetch first 1 row only").query(String.class).single();
            Path kept = Files.writeString(directory.resolve("kept"), text.lines().filter(l -> l.startsWith("{\"number\"")).findFirst()
                    .orElseThrow() + "\n");
            assertThat(SealFile.read(app.data().resolve("seals.log"))).containsAll(SealFile.read(kept));
        }
        try (App again = Running.startOn(data, "demo", named)) {
            Client.until(() -> again.bean(Sealing.class).last(), last -> last.filter(s -> s.kind() == Seal.Kind.START).isPresent());
            assertThat(mailed(again)).hasSize(4);
        }
    }
}
