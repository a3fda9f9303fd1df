package app.pervius.server.othersystems;

import app.pervius.server.store.Outside;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;

/**
 * Other systems that are asked over HTTP: a {@code POST} of a JSON object to the connection's address, answered with one. The
 * same question always carries the same {@code Idempotency-Key}, so a system that is asked twice can answer the same.
 */
@Service
public class OtherSystems {

    /** How long a system may take to answer. */
    public static final Duration TIME_LIMIT = Duration.ofSeconds(10);
    /** The longest answer that is read, in bytes. */
    private static final int LONGEST_ANSWER = 64 * 1024;

    /** What a system said, or why nothing came of asking it. */
    public sealed interface Reply {
        record Said(Map<String, Object> answer) implements Reply {
        }

        record Failed(String reason) implements Reply {
        }
    }

    /** A connection without its secret. */
    record ConnectionView(String name, String address, boolean secret, int version) {
    }

    /** What is needed to call a system. */
    private record Target(String name, URI address, String secret) {
    }

    private final OtherSystemRepository connections;
    private final HttpClient http = HttpClient.newBuilder().connectTimeout(TIME_LIMIT).followRedirects(HttpClient.Redirect.NEVER).build();

    OtherSystems(OtherSystemRepository connections) {
        this.connections = connections;
    }

    @Transactional(readOnly = true)
    public List<String> names() {
        return connections.findAllByOrderByName().stream().map(c -> c.name).toList();
    }

    @Transactional(readOnly = true)
    List<ConnectionView> all() {
        return connections.findAllByOrderByName().stream().map(c -> new ConnectionView(c.name, c.address, !c.secret.isEmpty(), c.version))
                .toList();
    }

    /** Sets a connection up or changes it; without a secret it keeps the one it has. */
    @Transactional
    public void set(String name, String address, @Nullable String secret) {
        try {
            URI uri = URI.create(address);
            if (!List.of("http", "https").contains(String.valueOf(uri.getScheme())) || uri.getHost() == null || uri.getUserInfo() != null) {
                throw new IllegalArgumentException(address);
            }
        } catch (IllegalArgumentException e) {
            throw Refused.invalid("address",
                    "“" + address + "” is not an address such as https://host/path, without a name or password in it.");
        }
        OtherSystem connection = connections.findByName(name).orElseGet(OtherSystem::new);
        connection.name = name;
        connection.address = address;
        if (secret != null) {
            connection.secret = secret;
        }
        connections.save(connection);
    }

    @Transactional
    void remove(String name) {
        connections.delete(connections.findByName(name).orElseThrow(() -> Refused.notFound("connection")));
    }

    /** Asks; takes no longer than {@link #TIME_LIMIT} and must not be called with anything locked. */
    public Reply ask(String name, String key, Map<String, Object> question) {
        Optional<Target> target = connections.findByName(name).map(c -> new Target(c.name, URI.create(c.address), c.secret));
        if (target.isEmpty()) {
            return new Reply.Failed("There is no connection “" + name + "”.");
        }
        HttpRequest.Builder request = HttpRequest.newBuilder(target.get().address()).timeout(TIME_LIMIT)
                .header("Content-Type", "application/json")
                .header("Accept", "application/json").header("Idempotency-Key", key)
                .POST(HttpRequest.BodyPublishers.ofString(Json.write(question)));
        if (!target.get().secret().isEmpty()) {
            request.header("Authorization", "Bearer " + target.get().secret());
        }
        Outside.world("asks another system");
        // The limit of the request ends with the answer's head; this one holds for the whole of it.
        var answer = http.sendAsync(request.build(), HttpResponse.BodyHandlers.ofInputStream()).thenApply(response -> read(name, response));
        try {
            return answer.get(TIME_LIMIT.toMillis(), java.util.concurrent.TimeUnit.MILLISECONDS);
        } catch (java.util.concurrent.TimeoutException e) {
            answer.cancel(true);
            return new Reply.Failed("“" + name + "” did not answer within " + TIME_LIMIT.toSeconds() + " seconds.");
        } catch (java.util.concurrent.ExecutionException e) {
            return new Reply.Failed("“" + name + "” cannot be reached: " + said(e.getCause()));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new Reply.Failed("Pervius was stopped while “" + name + "” was asked.");
        }
    }

    private static Reply read(String name, HttpResponse<InputStream> response) {
        try (InputStream body = response.body()) {
            byte[] read = body.readNBytes(LONGEST_ANSWER + 1);
            if (response.statusCode() != 200) {
                return new Reply.Failed("“" + name + "” answered with status " + response.statusCode() + ".");
            }
            if (read.length > LONGEST_ANSWER) {
                return new Reply.Failed("The answer of “" + name + "” is longer than " + LONGEST_ANSWER / 1024 + " KB.");
            }
            return new Reply.Said(Json.read(new String(read, StandardCharsets.UTF_8), new TypeReference<Map<String, Object>>() { }));
        } catch (IOException e) {
            return new Reply.Failed("The answer of “" + name + "” broke off: " + said(e));
        } catch (JacksonException e) {
            return new Reply.Failed("“" + name + "” did not answer with a JSON object.");
        }
    }

    private static String said(@Nullable Throwable e) {
        return e == null ? "no reason given" : e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
    }
}
