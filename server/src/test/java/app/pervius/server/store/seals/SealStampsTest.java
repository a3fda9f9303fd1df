package app.pervius.server.store.seals;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.Secrets;
import com.sun.net.httpserver.HttpServer;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Seals are stamped by a service that nobody here wrote, and the stamps are proved by us and by it (OpenSSL). */
class SealStampsTest {

    private static final Instant AT = Instant.parse("2026-03-02T10:15:00Z");

    @TempDir
    private Path directory;
    private HttpServer service;
    private volatile int answers = 200;

    private String openssl(String... arguments) throws Exception {
        List<String> command = new java.util.ArrayList<>(List.of("openssl"));
        command.addAll(List.of(arguments));
        Process process = new ProcessBuilder(command).directory(directory.toFile()).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(1, TimeUnit.MINUTES)).isTrue();
        assertThat(process.exitValue()).as("openssl %s: %s", command, said).isZero();
        return said;
    }

    @BeforeEach
    void start() throws Exception {
        Files.writeString(directory.resolve("ca.conf"), """
                [tsa]
                serial = serial
                crypto_device = builtin
                signer_digest = sha256
                default_policy = 1.2.3.4.1
                digests = sha256
                ess_cert_id_alg = sha256
                """);
        openssl("req", "-x509", "-newkey", "rsa:2048", "-nodes", "-keyout", "key.pem", "-out", "cert.pem", "-days", "30", "-subj",
                "/CN=Stamps of Aldermoor", "-addext", "extendedKeyUsage=critical,timeStamping", "-addext", "keyUsage=digitalSignature");
        service = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        service.createContext("/", call -> {
            try {
                Files.write(directory.resolve("query"), call.getRequestBody().readAllBytes());
                openssl("ts", "-reply", "-config", "ca.conf", "-section", "tsa", "-queryfile", "query", "-signer", "cert.pem", "-inkey",
                        "key.pem", "-out", "reply");
                byte[] reply = Files.readAllBytes(directory.resolve("reply"));
                call.sendResponseHeaders(answers, reply.length);
                call.getResponseBody().write(reply);
            } catch (Exception e) {
                throw new java.io.IOException(e);
            } finally {
                call.close();
            }
        });
        service.start();
    }

    @AfterEach
    void stop() {
        service.stop(0);
    }

    private SealOutlets outlets() {
        DataDirectory data = new DataDirectory(directory);
        return new SealOutlets(new SealKey(new Secrets(data)), data, "", "", "http://127.0.0.1:" + service.getAddress().getPort() + "/tsa");
    }

    private Seal seal(long number, Seal.Kind kind, Instant at) {
        return new Seal(number, at, kind, "38", "", "tables", "", "", "").signed(new SealKey(new Secrets(new DataDirectory(directory))));
    }

    private List<SealStamps.Stamp> stamps() throws Exception {
        return SealStamps.read(directory.resolve("seals.log.stamps"));
    }

    @Test
    void eachHourAndAtTheStopASealIsStampedAndTheStampIsProved() throws Exception {
        SealOutlets outlets = outlets();
        assertThat(outlets.add(seal(1, Seal.Kind.START, AT))).isEmpty();
        assertThat(outlets.add(seal(2, Seal.Kind.REGULAR, AT.plus(Duration.ofMinutes(5))))).isEmpty();
        assertThat(outlets.add(seal(3, Seal.Kind.REGULAR, AT.plus(Duration.ofMinutes(65))))).isEmpty();
        assertThat(outlets.add(seal(4, Seal.Kind.STOP, AT.plus(Duration.ofMinutes(66))))).isEmpty();
        assertThat(stamps()).extracting(SealStamps.Stamp::number).containsExactly(1L, 3L, 4L);
        assertThat(stamps()).allMatch(stamp -> SealStamps.fault(stamp).isEmpty() && stamp.by().equals("CN=Stamps of Aldermoor"));

        SealStamps.Stamp first = stamps().getFirst();
        Files.write(directory.resolve("token"), Base64.getDecoder().decode(first.token()));
        Files.writeString(directory.resolve("hash"), first.hash());
        assertThat(openssl("ts", "-verify", "-token_in", "-in", "token", "-data", "hash", "-CAfile", "cert.pem")).contains("OK");
    }

    @Test
    void aStampThatWasChangedOrIsOfSomethingElseIsFound() throws Exception {
        outlets().add(seal(1, Seal.Kind.START, AT));
        SealStamps.Stamp good = stamps().getFirst();
        assertThat(SealStamps.fault(new SealStamps.Stamp(1, "another hash", good.at(), good.by(), good.token())))
                .contains("is of something else");
        assertThat(SealStamps.fault(new SealStamps.Stamp(1, good.hash(), good.at().plusSeconds(60), good.by(), good.token())))
                .contains("is of another time than it says");
        byte[] token = Base64.getDecoder().decode(good.token());
        token[token.length - 10] ^= 1;
        assertThat(SealStamps.fault(new SealStamps.Stamp(1, good.hash(), good.at(), good.by(), Base64.getEncoder().encodeToString(token)))
                .orElse("")).isNotEmpty();
    }

    @Test
    void aServiceThatDoesNotAnswerIsSaidAndAskedWithTheNextSeal() throws Exception {
        SealOutlets outlets = outlets();
        answers = 500;
        assertThat(outlets.add(seal(1, Seal.Kind.START, AT)).orElse("")).startsWith("Seal 1 could not be stamped by http://127.0.0.1:")
                .endsWith("the service answered with status 500");
        answers = 200;
        assertThat(outlets.add(seal(2, Seal.Kind.REGULAR, AT.plusSeconds(300)))).isEmpty();
        assertThat(stamps()).extracting(SealStamps.Stamp::number).containsExactly(2L);
    }
}
