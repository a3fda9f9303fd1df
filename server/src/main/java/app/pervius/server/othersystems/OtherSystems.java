package app.pervius.server.othersystems;

import app.pervius.server.store.Outside;
import app.pervius.server.outbound.OwnNetwork;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import app.pervius.server.store.Secrets;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
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
    /** This machine: what goes there goes over no network. */
    private static final Set<String> HERE = Set.of("127.0.0.1", "localhost", "[::1]");

    /** What a system said, or why nothing came of asking it. */
    public sealed interface Reply {
        record Said(Map<String, Object> answer) implements Reply {
        }

        record Failed(String reason) implements Reply {
        }
    }

    /**
     * A connection without its secret.
     *
     * @param last what came of asking it last since Pervius was started; absent where nobody did
     */
    record ConnectionView(String name, String address, boolean secret, int version, @Nullable LastAsked last) {
    }

    /**
     * What came of asking a system.
     *
     * @param at when, UTC
     * @param why there was no answer; absent where there was one
     */
    record LastAsked(Instant at, @Nullable String why) {
    }

    /** What is needed to call a system. */
    private record Target(String name, URI address, String secret) {
    }

    private final OtherSystemRepository connections;
    private final Secrets secrets;
    private final OwnNetwork network;
    private final InstantSource clock;
    private final Map<String, LastAsked> last = new ConcurrentHashMap<>();
    private final HttpClient http = HttpClient.newBuilder().connectTimeout(TIME_LIMIT).followRedirects(HttpClient.Redirect.NEVER).build();

    OtherSystems(OtherSystemRepository connections, Secrets secrets, OwnNetwork network, InstantSource clock) {
        this.connections = connections;
        this.network = network;
        this.secrets = secrets;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public List<String> names() {
        return connections.findAllByOrderByName().stream().map(c -> c.name).toList();
    }

    @Transactional(readOnly = true)
    List<ConnectionView> all() {
        return connections.findAllByOrderByName().stream().map(c -> new ConnectionView(c.name, c.address, !c.secret.isEmpty(), c.version,
                last.get(c.name))).toList();
    }

    /**
     * Sets a connection up or changes it.
     *
     * @param secret absent to keep the one it has, which goes to the host it was typed for and to no other
     * @param unencrypted whether it may be asked over HTTP although it does not run on this machine
     */
    @Transactional
    public void set(String name, String address, @Nullable String secret, boolean unencrypted) {
        URI uri = uri(address);
        if (!unencrypted && uri.getScheme().equals("http") && !HERE.contains(uri.getHost())) {
            throw Refused.invalid("address", "Over http everybody on the way can read what is asked and the secret. Use https, or say that "
                    + "it may be asked without encryption.");
        }
        OtherSystem connection = connections.findByName(name).orElseGet(OtherSystem::new);
        if (secret == null && !connection.secret.isEmpty() && !uri.getAuthority().equals(URI.create(connection.address).getAuthority())) {
            throw Refused.invalid("secret", "The address names another host. Type the secret once more, so that it goes there only if you "
                    + "mean it.");
        }
        connection.name = name;
        connection.address = address;
        if (secret != null) {
            connection.secret = secret.isEmpty() ? "" : secrets.encrypt(secret);
        }
        connections.save(connection);
        last.remove(name);
    }

    /** Refuses an address that may not be asked; looks names up, so nothing is to be locked. */
    void mayBeAsked(String address) {
        Outside.world("looks up a name");
        network.fault(uri(address).getHost()).ifPresent(fault -> {
            throw Refused.invalid("address", fault);
        });
    }

    private static URI uri(String address) {
        try {
            URI uri = URI.create(address);
            if (!List.of("http", "https").contains(String.valueOf(uri.getScheme())) || uri.getHost() == null || uri.getUserInfo() != null) {
                throw new IllegalArgumentException(address);
            }
            return uri;
        } catch (IllegalArgumentException e) {
            throw Refused.invalid("address",
                    "“" + address + "” is not an address such as https://host/path, without a name or password in it.");
        }
    }

    @Transactional
    void remove(String name) {
        connections.delete(connections.findByName(name).orElseThrow(() -> Refused.notFound("connection")));
        last.remove(name);
    }

    /** Asks; takes no longer than {@link #TIME_LIMIT} and must not be called with anything locked. */
    public Reply ask(String name, String key, Map<String, Object> question) {
        Reply reply = reply(name, key, question);
        last.put(name, new LastAsked(clock.instant(), reply instanceof Reply.Failed(String reason) ? reason : null));
        return reply;
    }

    private Reply reply(String name, String key, Map<String, Object> question) {
        Optional<Target> target = connections.findByName(name).map(c -> new Target(c.name, URI.create(c.address),
                c.secret.isEmpty() ? "" : secrets.decrypt(c.secret)));
        if (target.isEmpty()) {
            return new Reply.Failed("There is no connection “" + name + "”.");
        }
        Outside.world("asks another system");
        Optional<String> inside = network.fault(target.get().address().getHost());
        if (inside.isPresent()) {
            return new Reply.Failed(inside.get());
        }
        HttpRequest.Builder request = HttpRequest.newBuilder(target.get().address()).timeout(TIME_LIMIT)
                .header("Content-Type", "application/json")
                .header("Accept", "application/json").header("Idempotency-Key", key)
                .POST(HttpRequest.BodyPublishers.ofString(Json.write(question)));
        if (!target.get().secret().isEmpty()) {
            request.header("Authorization", "Bearer " + target.get().secret());
        }
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
