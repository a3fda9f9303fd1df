package app.pervius.e2e;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.openqa.selenium.json.Json;

/** Somebody who calls Pervius without its screens. */
final class Caller {

    private final HttpClient http = HttpClient.newBuilder().cookieHandler(new CookieManager()).connectTimeout(Duration.ofSeconds(10))
            .build();
    private final String name;
    private String token = "";

    Caller(String name) {
        this.name = name;
    }

    /** A person of the demo. */
    static Caller of(String name) {
        Caller caller = new Caller(name);
        for (Map<?, ?> person : maps(caller.call("GET", "/api/entrance/demo", "").body())) {
            if (person.get("name").equals(name)) {
                caller.call("POST", "/api/entrance/demo", "{\"person\":" + person.get("id") + "}");
                return caller;
            }
        }
        throw new IllegalArgumentException("nobody is called " + name);
    }

    /** Somebody who was invited, and accepts. */
    static Caller accepting(String name, String secret) {
        Caller caller = new Caller(name);
        caller.call("POST", "/api/entrance/invitations/" + secret, "{\"password\":\"slate otter meridian\"}");
        return caller;
    }

    HttpResponse<String> call(String verb, String path, String body) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(Demo.address() + path)).timeout(Duration.ofSeconds(30));
        if (!verb.equals("GET")) {
            request.header("Content-Type", "application/json").header("X-CSRF-TOKEN", token);
        }
        return send(request.method(verb, body.isEmpty() ? BodyPublishers.noBody() : BodyPublishers.ofString(body)).build());
    }

    HttpResponse<String> put(String path, byte[] bytes) {
        return send(HttpRequest.newBuilder(URI.create(Demo.address() + path)).header("Content-Type", "application/octet-stream")
                .header("X-CSRF-TOKEN", token).PUT(BodyPublishers.ofByteArray(bytes)).build());
    }

    private HttpResponse<String> send(HttpRequest request) {
        try {
            HttpResponse<String> answer = http.send(request, BodyHandlers.ofString());
            answer.headers().firstValue("X-CSRF-TOKEN").ifPresent(told -> token = told);
            return answer;
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    Map<?, ?> get(String path) {
        return new Json().toType(call("GET", path, "").body(), Map.class);
    }

    /** The lines of the first page of a list. */
    @SuppressWarnings("unchecked")
    List<Map<?, ?>> items(String path) {
        return (List<Map<?, ?>>) get(path).get("items");
    }

    /** What comes of something that takes its time, asked again and again until it is there. */
    static <T> T eventually(Supplier<Optional<T>> ask) {
        Instant end = Instant.now().plusSeconds(40);
        while (Instant.now().isBefore(end)) {
            Optional<T> found = ask.get();
            if (found.isPresent()) {
                return found.get();
            }
            LockSupport.parkNanos(Duration.ofMillis(40).toNanos());
        }
        throw new AssertionError("it did not come");
    }

    List<Map<?, ?>> list(String path) {
        return maps(call("GET", path, "").body());
    }

    @SuppressWarnings("unchecked")
    static List<Map<?, ?>> maps(String json) {
        return (List<Map<?, ?>>) (List<?>) new Json().toType(json, List.class);
    }

    @Override
    public String toString() {
        return name;
    }
}
