package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pervius behind the proxy the guide recommends, with the very configuration that stands there. */
class ProxyTest {

    private static final Path EXAMPLE = Path.of("..", "packaging", "nginx.conf");

    @TempDir
    Path directory;

    private void certificate() throws Exception {
        Process openssl = new ProcessBuilder("openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj",
                "/CN=localhost", "-addext", "subjectAltName=DNS:localhost", "-keyout", directory.resolve("key.pem").toString(), "-out",
                directory.resolve("cert.pem").toString()).redirectErrorStream(true).start();
        String said = new String(openssl.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(openssl.waitFor()).as(said).isZero();
    }

    private HttpClient client() throws Exception {
        KeyStore known = KeyStore.getInstance(KeyStore.getDefaultType());
        known.load(null, null);
        try (InputStream pem = Files.newInputStream(directory.resolve("cert.pem"))) {
            known.setCertificateEntry("proxy", CertificateFactory.getInstance("X.509").generateCertificate(pem));
        }
        TrustManagerFactory trusted = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trusted.init(known);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trusted.getTrustManagers(), null);
        return HttpClient.newBuilder().sslContext(context).cookieHandler(new CookieManager()).connectTimeout(Duration.ofSeconds(10))
                .build();
    }

    private Process proxy(int port, int behind) throws Exception {
        String site = Files.readString(EXAMPLE).replace("listen 443", "listen 127.0.0.1:" + port)
                .replace("pervius.example.org", "localhost").replace("/etc/ssl/certs/pervius.pem", directory.resolve("cert.pem").toString())
                .replace("/etc/ssl/private/pervius.key", directory.resolve("key.pem").toString())
                .replace("127.0.0.1:8470", "127.0.0.1:" + behind);
        String here = directory.toString();
        Files.writeString(directory.resolve("nginx.conf"), """
                daemon off; worker_processes 1; error_log %1$s/error.log; pid %1$s/pid;
                events {}
                http {
                    access_log off; client_body_temp_path %1$s/b; proxy_temp_path %1$s/p; fastcgi_temp_path %1$s/f;
                    uwsgi_temp_path %1$s/u; scgi_temp_path %1$s/s;
                %2$s
                }
                """.formatted(here, site));
        Path nginx = Files.exists(Path.of("/usr/sbin/nginx")) ? Path.of("/usr/sbin/nginx") : Path.of("nginx");
        return new ProcessBuilder(nginx.toString(), "-e", here + "/error.log", "-c", here + "/nginx.conf").redirectErrorStream(true)
                .redirectOutput(directory.resolve("nginx.log").toFile()).start();
    }

    @Test
    void linesAreEncryptedSessionsAreSafeAndNewsComeAtOnce() throws Exception {
        certificate();
        int port = Packaged.freePort();
        int behind = Packaged.freePort();
        Process proxy = proxy(port, behind);
        String address = "https://localhost:" + port;
        try (Packaged pervius = Packaged.start("serve", directory.resolve("data"), "Set it up at", behind,
                List.of("--url", address, "--proxy", "127.0.0.1")); HttpClient http = client()) {
            assertThat(pervius.said()).contains(address + "/set-up?code=");
            String code = pervius.said().replaceFirst(".*code=([0-9a-f]+).*", "$1");
            HttpResponse<String> setUp = http.send(HttpRequest.newBuilder(URI.create(address + "/api/entrance/set-up"))
                    .header("Content-Type", "application/json").POST(BodyPublishers.ofString("""
                    {"code":"%s","email":"ottilie@alderwing.example","firmCode":"ALW","firmName":"Alderwing Gases",
                    "name":"Ottilie Grünwald","password":"gases and vacuum 7","projectCode":"MED",
                    "projectName":"Medical gases","zone":"Europe/Berlin"}"""
                    .formatted(code))).build(), BodyHandlers.ofString());
            assertThat(setUp.statusCode()).as(setUp.body()).isBetween(200, 201);
            assertThat(setUp.headers().firstValue("Set-Cookie").orElseThrow()).startsWith("__Host-").contains("Secure", "HttpOnly");
            assertThat(setUp.headers().firstValue("Strict-Transport-Security")).isPresent();

            // What is new comes while the line stays open: nothing is kept back.
            HttpResponse<InputStream> news = http.send(HttpRequest.newBuilder(URI.create(address + "/api/live"))
                    .timeout(Duration.ofSeconds(20)).build(), BodyHandlers.ofInputStream());
            try (InputStream line = news.body()) {
                assertThat(news.statusCode()).isEqualTo(200);
                assertThat(line.read()).as("the first byte, while the stream is open").isPositive();
            }
            // What is too large is refused by Pervius, with its sentence, and not by the proxy.
            HttpResponse<String> large = http.send(HttpRequest.newBuilder(URI.create(address + "/api/session"))
                    .header("Content-Type", "application/json").POST(BodyPublishers.ofString("x".repeat(3 << 20))).build(),
                    BodyHandlers.ofString());
            assertThat(large.statusCode()).isEqualTo(413);
            assertThat(large.body()).contains("urn:pervius:problem:too-large");
        } finally {
            proxy.destroy();
            assertThat(proxy.waitFor(20, TimeUnit.SECONDS)).isTrue();
        }
    }
}
