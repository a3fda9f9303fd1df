package app.pervius.bench;

import java.io.BufferedReader;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.function.BiConsumer;
import java.util.stream.Stream;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody signed in, as far as HTTP goes. For one thread at a time. */
final class Person {

    private static final JsonMapper JSON = JsonMapper.shared();

    private static final String TOKEN = "X-CSRF-TOKEN";

    private String address;
    private String token = "";
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).cookieHandler(cookies).build();

    private static final int MOST_PUT_OFF = 10;

    Person(String address) {
        this.address = address;
    }

    /** The same one, still signed in, where Pervius answers at another port now. */
    Person movedTo(String elsewhere) {
        address = elsewhere;
        return this;
    }

    Person signIn(String email) {
        // Several who are one account sign in at the same moment, which counts as trying until the first is through: whoever is put off
        // tries again.
        for (int put = 1; ; put++) {
            try {
                post("/api/session", Map.of("email", email, "password", Site.PASSWORD));
                return this;
            } catch (IllegalStateException refused) {
                if (put == MOST_PUT_OFF || !String.valueOf(refused.getMessage()).contains("answered 429")) {
                    throw refused;
                }
                LockSupport.parkNanos(1_100_000_000L);
            }
        }
    }

    JsonNode get(String path) {
        return send(HttpRequest.newBuilder(URI.create(address + path)).GET());
    }

    /** Asks and takes the answer's bytes without reading anything of them. */
    int bytes(String path) {
        try {
            return http.send(HttpRequest.newBuilder(URI.create(address + path)).GET().build(), BodyHandlers.ofByteArray()).body().length;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Asks as a screen does by itself because something has changed: once more where it is put off. */
    String byItself(String path) {
        try {
            while (true) {
                HttpRequest question = HttpRequest.newBuilder(URI.create(address + path)).header("Pervius-By-Itself", "yes").GET().build();
                HttpResponse<String> answer = http.send(question, BodyHandlers.ofString());
                if (answer.statusCode() != 503) {
                    return answer.body();
                }
                long seconds = answer.headers().firstValueAsLong("Retry-After").orElseThrow();
                LockSupport.parkNanos((long) (seconds * 1e9 * (1 + ThreadLocalRandom.current().nextDouble())));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Hears of changes until either side ends it. */
    Closeable listen(BiConsumer<String, String> event) {
        try {
            InputStream news = http.send(HttpRequest.newBuilder(URI.create(address + "/api/live")).GET().build(),
                    BodyHandlers.ofInputStream()).body();
            Thread.ofVirtual().start(() -> hear(news, event));
            return news;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void hear(InputStream news, BiConsumer<String, String> event) {
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(news, StandardCharsets.UTF_8))) {
            String name = "";
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.startsWith("event:")) {
                    name = line.substring("event:".length()).strip();
                } else if (line.startsWith("data:")) {
                    event.accept(name, line.substring("data:".length()));
                }
            }
        } catch (IOException over) {
            // One of the two has ended it.
        }
    }

    JsonNode post(String path, Object body) {
        return send(proved(path, "application/json").POST(json(body)));
    }

    /** Asks something whose answer comes line by line; gives how many lines there were. */
    int lines(String path, Object body) {
        try (Stream<String> lines = http.send(proved(path, "application/json").POST(json(body)).build(), BodyHandlers.ofLines()).body()) {
            return (int) lines.count();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    JsonNode put(String path, Object body) {
        return send(proved(path, "application/json").PUT(json(body)));
    }

    void putBytes(String path, BodyPublisher bytes) {
        send(proved(path, "application/octet-stream").PUT(bytes));
    }

    private static BodyPublisher json(Object body) {
        return BodyPublishers.ofString(JSON.writeValueAsString(body));
    }

    private HttpRequest.Builder proved(String path, String type) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + path)).header("Content-Type", type);
        return token.isEmpty() ? request : request.header(TOKEN, token);
    }

    private JsonNode send(HttpRequest.Builder request) {
        try {
            HttpResponse<String> response = http.send(request.build(), BodyHandlers.ofString());
            response.headers().firstValue(TOKEN).ifPresent(told -> token = told);
            if (response.statusCode() >= 300) {
                throw new IllegalStateException(response.request().method() + " " + response.uri() + " was answered "
                        + response.statusCode() + ": " + response.body());
            }
            return response.body().isBlank() ? JSON.createObjectNode() : JSON.readTree(response.body());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
