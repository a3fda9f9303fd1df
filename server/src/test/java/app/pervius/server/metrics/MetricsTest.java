package app.pervius.server.metrics;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** What is measured is read on a port of its own, in Prometheus' text format, and names nobody. */
@Execution(ExecutionMode.CONCURRENT)
class MetricsTest {

    private static int free() throws Exception {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    @Test
    void answersTheDiskPassagesAndTheJavaMachineAreMeasured() throws Exception {
        int port = free();
        try (Running.App app = Running.start("demo", Map.of("pervius.metrics.port", port)); HttpClient http = HttpClient.newHttpClient()) {
            Client priya = app.as("Priya Venkatarangan");
            priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Measured.pdf"));
            priya.get("/api/check").must(403);
            String all = http.send(HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/metrics")).build(),
                    BodyHandlers.ofString()).body();
            assertThat(all).containsPattern("pervius_answer_seconds_count\\{method=\"GET\",status=\"2xx\"} [1-9]")
                    .containsPattern("pervius_answer_seconds_count\\{method=\"GET\",status=\"4xx\"} [1-9]")
                    .containsPattern("pervius_passages\\{state=\"stopped\"} [1-9]").containsPattern("pervius_disk_flushes_total [1-9]")
                    .containsPattern("pervius_disk_waits_total [1-9]").containsPattern("pervius_database_bytes [1-9]")
                    .contains("pervius_disk_free_bytes ", "jvm_memory_used_bytes", "pervius_outbound_waiting");
            assertThat(all).doesNotContain("Priya", "Measured.pdf", "example");
        }
    }
}
