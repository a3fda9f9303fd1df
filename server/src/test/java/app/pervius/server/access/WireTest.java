package app.pervius.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.Socket;
import java.net.SocketException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What is taken of a call before anybody looks at it. */
class WireTest {

    private static App app;

    @BeforeAll
    static void start() {
        app = Running.start("demo", Map.of("pervius.calls.longest-body", "1s", "pervius.calls.per-minute", 400,
                "pervius.quota.person-files", 5, "pervius.quota.firm-files", 8));
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    /** Says something to the server as it is, and gives the first lines of its answer. */
    private static String said(String request) throws IOException {
        URI at = URI.create(app.address());
        try (Socket socket = new Socket(at.getHost(), at.getPort())) {
            socket.setSoTimeout(20_000);
            socket.getOutputStream().write(request.getBytes(StandardCharsets.UTF_8));
            socket.getOutputStream().flush();
            return answer(socket);
        }
    }

    private static String answer(Socket socket) throws IOException {
        BufferedReader reader = new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8));
        StringBuilder head = new StringBuilder();
        for (String line = reader.readLine(); line != null && !line.isEmpty(); line = reader.readLine()) {
            head.append(line).append('\n');
        }
        return head.toString();
    }

    private static String post(String type, String more) {
        return "POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: " + type + "\r\n" + more + "\r\n";
    }

    @Test
    void aBodyOfMoreThanTwoMegabytesIsRefusedUnread() throws IOException {
        assertThat(said(post("application/json", "Content-Length: 99614720\r\n"))).startsWith("HTTP/1.1 413");
        String chunk = "100000\r\n" + " ".repeat(0x100000) + "\r\n";
        assertThat(said(post("application/json", "Transfer-Encoding: chunked\r\n") + chunk + chunk + chunk + "0\r\n\r\n"))
                .as("nor if it does not say how long it is").startsWith("HTTP/1.1 413");
    }

    @Test
    void formsAndPartsAreNotTaken() throws IOException {
        assertThat(said(post("multipart/form-data; boundary=x", "Content-Length: 0\r\n"))).startsWith("HTTP/1.1 415");
        assertThat(said(post("application/x-www-form-urlencoded", "Content-Length: 7\r\n") + "email=x")).startsWith("HTTP/1.1 415");
    }

    @Test
    void aBodyThatTricklesInIsCutOff() throws IOException {
        URI at = URI.create(app.address());
        try (Socket socket = new Socket(at.getHost(), at.getPort())) {
            socket.setSoTimeout(20_000);
            OutputStream out = socket.getOutputStream();
            out.write(post("application/json", "Content-Length: 1000\r\n").getBytes(StandardCharsets.UTF_8));
            Thread.ofVirtual().start(() -> {
                try {
                    for (int i = 0; i < 900 && !socket.isClosed(); i++) {
                        out.write(' ');
                        out.flush();
                        LockSupport.parkNanos(20_000_000);
                    }
                } catch (IOException cutOff) {
                    assertThat(cutOff).isInstanceOf(SocketException.class);
                }
            });
            assertThat(answer(socket)).startsWith("HTTP/1.1 408");
        }
    }

    @Test
    void whatAPageOfAnotherSiteSendsIsRefused() throws IOException {
        assertThat(said(post("application/json", "Sec-Fetch-Site: cross-site\r\nContent-Length: 2\r\n") + "{}")).startsWith("HTTP/1.1 403");
        assertThat(said(post("application/json", "Sec-Fetch-Site: same-site\r\nContent-Length: 2\r\n") + "{}")).startsWith("HTTP/1.1 403");
    }

    @Test
    void aPathThatCannotBeOneGetsOurOwnAnswerAndHeaders() throws IOException {
        for (String path : List.of("/api/folders/1;x=1", "/api//folders/1", "/api/%2e%2e/session")) {
            String answer = said("GET " + path + " HTTP/1.1\r\nHost: localhost\r\n\r\n");
            assertThat(answer).as(path).startsWith("HTTP/1.1 400").contains("X-Content-Type-Options: nosniff")
                    .contains("application/problem+json").contains("Content-Security-Policy: ");
        }
    }

    @Test
    void ofOneSessionNotTooManyCallsAreTaken() {
        Client client = app.as("Linnéa Åkerström-Vass");
        int answered = 0;
        Client.Answer last = client.get("/api/session");
        while (answered < 1000 && last.status() == 200) {
            answered++;
            last = client.get("/api/session");
        }
        assertThat(answered).isBetween(300, 900);
        // A moment later one may be taken again.
        assertThat(last.must(429).type()).isEqualTo("too-many-calls");
        app.as("Henrike Solvangen").get("/api/session").must(200);
    }

    @Test
    void notMoreIsAnnouncedThanMayBeOnItsWay() {
        Client yusuf = app.as("Yusuf Karaderin");
        String drawings = "/api/folders/" + yusuf.folder("Work in progress / Fennick Hydraulics / Drawings") + "/submissions";
        yusuf.post(drawings, announced(5)).must(201);
        assertThat(yusuf.post(drawings, announced(1)).must(409).type()).isEqualTo("quota");
        assertThat(app.as("Linnéa Åkerström-Vass").post(drawings, announced(4)).must(409).sentence())
                .startsWith("With this your firm has announced 9 files");
    }

    private static Map<String, Object> announced(int files) {
        return Map.of("purpose", "", "files", java.util.stream.IntStream.range(0, files)
                .mapToObj(i -> Map.of("name", "Announced " + i + ".pdf", "size", 10)).toList());
    }

    @Test
    void everyRefusalSaysUnderWhichIdTheLogTellsOfIt() {
        Client.Answer answer = app.nobody().get("/api/projects/1/folders").must(401);
        assertThat(answer.body().get("request").asString()).matches("[0-9a-f]{12}")
                .isEqualTo(answer.raw().headers().firstValue("Request-Id").orElseThrow());
        assertThat(app.nobody().get("/api/projects/1/folders").body().get("request").asString()).as("each call its own")
                .isNotEqualTo(answer.body().get("request").asString());
        // What is refused before anybody looks at it, too.
        assertThat(app.nobody().putText("/api/session", "text/plain", "x").must(415).body().get("request").asString())
                .matches("[0-9a-f]{12}");
    }
}
