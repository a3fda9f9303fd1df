package app.pervius.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** A server that stops ends the streams of those who listen instead of waiting for them. */
class LiveStopTest {

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void streamsEndWhenTheServerStops() throws Exception {
        List<StringBuffer> heard = new ArrayList<>();
        List<AutoCloseable> streams = new ArrayList<>();
        // Were they waited for, it would be for as long as this.
        try (Running.App app = Running.start("demo", Map.of("spring.lifecycle.timeout-per-shutdown-phase", "20m"))) {
            for (String name : List.of("Mirela Draganova", "Yusuf Karaderin", "Priya Venkatarangan")) {
                StringBuffer its = new StringBuffer();
                heard.add(its);
                streams.add(app.as(name).listen(its));
                Client.until(its::toString, text -> text.contains("hello"));
            }
        }
        for (StringBuffer its : heard) {
            assertThat(Client.until(its::toString, text -> text.endsWith("over") || text.endsWith("closed"))).contains("hello");
        }
        for (AutoCloseable stream : streams) {
            stream.close();
        }
    }
}
