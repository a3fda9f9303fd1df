package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A person's browser as far as HTTP goes: cookies, the proof against forged calls, JSON. */
public final class Client {

    private static final JsonMapper JSON = JsonMapper.shared();
    private static final Duration PATIENCE = Duration.ofSeconds(40);

    /** An answer; {@code body} is missing where there is none. */
    public record Answer(int status, JsonNode body, @Nullable HttpResponse<String> raw) {

        public Answer must(int wanted) {
            assertThat(status).as("answer to %s: %s", raw.uri(), raw.body()).isEqualTo(wanted);
            return this;
        }

        public String sentence() {
            return body.path("detail").asString();
        }

        public String type() {
            return body.path("type").asString().replace("urn:pervius:problem:", "");
        }
    }

    private final String address;
    private final CookieManager cookies = new CookieManager();
    /** What calls of this session bring along. */
    private String token = "";
    private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).connectTimeout(Duration.ofSeconds(10)).build();

    Client(String address) {
        this.address = address;
    }

    Client demo(String name) {
        for (JsonNode person : get("/api/entrance/demo").must(200).body()) {
            if (person.get("name").asString().equals(name)) {
                post("/api/entrance/demo", Map.of("person", person.get("id").asLong())).must(200);
                return this;
            }
        }
        throw new IllegalArgumentException("nobody is called " + name);
    }

    /** Signs in with a password. */
    public Client signIn(String email, String password) {
        post("/api/session", Map.of("email", email, "password", password)).must(200);
        return this;
    }

    /** Invites somebody into the first project, with roles, who accepts with a password of his or her own; gives the person's id. */
    public long takeIn(long firm, String name, String email, List<Long> roles, String password) {
        return takeIn(firm, name, email, roles, password, () -> get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("recipient").asString().equals(email)).map(m -> m.get("text").asString()).toList());
    }

    /** The same; {@code mailed} are the texts of what was mailed there. */
    long takeIn(long firm, String name, String email, List<Long> roles, String password, Supplier<List<String>> mailed) {
        Answer added = post("/api/projects/" + project() + "/people",
                Map.of("firmId", firm, "name", name, "email", email, "job", "Engineer", "roles", roles)).must(201);
        String link = added.body().has("link") ? added.body().get("link").asString()
                : until(() -> mailed.get().stream().filter(t -> t.contains("/invitation/")).toList(), found -> !found.isEmpty()).getFirst();
        new Client(address).post("/api/entrance/invitations/" + link.replaceAll("(?s).*/invitation/([\\w-]+).*", "$1"),
                Map.of("password", password)).must(200);
        return added.body().get("person").get("id").asLong();
    }

    private JsonNode membership() {
        return get("/api/session").must(200).body().get("actor").get("memberships").get(Long.toString(project()));
    }

    /** Who this is in the first project. */
    public long person() {
        return membership().get("person").asLong();
    }

    /** That person's firm. */
    public long firm() {
        return membership().get("firm").asLong();
    }

    public Answer get(String path) {
        return send(request(path).GET());
    }

    /** Asks for what has changed since an answer with this tag. */
    public Answer since(String tag, String path) {
        return send(request(path).header("If-None-Match", tag).GET());
    }

    /** The same browser, once the server is somewhere else. */
    public Client movedTo(String elsewhere) {
        Client moved = new Client(elsewhere);
        cookies.getCookieStore().getCookies().forEach(c -> moved.cookies.getCookieStore().add(URI.create(elsewhere), c));
        moved.token = token;
        return moved;
    }

    /** Asks a whole address, wherever it is. */
    public Answer at(String whole) {
        return send(HttpRequest.newBuilder(URI.create(whole)).timeout(Duration.ofSeconds(30)).GET());
    }

    /** Asks as a screen does that brings itself up to date. */
    public Answer unattended(String path) {
        return send(request(path).header("Pervius-Unattended", "true").GET());
    }

    /** The value of a cookie. */
    public String cookie(String name) {
        return cookies.getCookieStore().getCookies().stream().filter(c -> c.getName().equals(name)).findFirst().orElseThrow().getValue();
    }

    /** Brings the proof of another session along from now on. */
    public void tokenOf(Client other) {
        token = other.token;
    }

    /** Only what the status of a call is whose answer does not end, such as live news. */
    public Answer statusOf(String path) {
        try {
            HttpResponse<InputStream> response = http.send(request(path).GET().build(), BodyHandlers.ofInputStream());
            response.body().close();
            return new Answer(response.statusCode(), JSON.createObjectNode(), null);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Listens to live news; what has come so far is in the buffer, until the stream is closed. */
    public AutoCloseable listen(StringBuffer heard) {
        try {
            InputStream news = http.send(request("/api/live").timeout(Duration.ofMinutes(2)).GET().build(), BodyHandlers.ofInputStream())
                    .body();
            Thread.ofVirtual().start(() -> {
                try {
                    byte[] some = new byte[4096];
                    for (int n = news.read(some); n > 0; n = news.read(some)) {
                        heard.append(new String(some, 0, n, StandardCharsets.UTF_8));
                    }
                    heard.append("over");
                } catch (IOException closed) {
                    heard.append("closed");
                }
            });
            return news;
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    public Answer post(String path, Object body) {
        return send(json(path, "POST", body));
    }

    /** The lines of an answer that comes line by line. */
    public List<JsonNode> lines(String path, Object body) {
        try {
            HttpResponse<String> response = http.send(json(path, "POST", body).build(), BodyHandlers.ofString());
            assertThat(response.statusCode()).as("answer to %s: %s", response.uri(), response.body()).isEqualTo(200);
            return response.body().lines().map(JSON::readTree).toList();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    public Answer put(String path, Object body) {
        return send(json(path, "PUT", body));
    }

    public Answer delete(String path) {
        return send(proved(request(path)).DELETE());
    }

    /** Any call, with or without a body. */
    public Answer send(String verb, String path, @Nullable Object body) {
        return body == null ? send(proved(request(path)).method(verb, BodyPublishers.noBody())) : send(json(path, verb, body));
    }

    public Answer putText(String path, String mediaType, String text) {
        return send(proved(request(path)).header("Content-Type", mediaType).PUT(BodyPublishers.ofString(text)));
    }

    /** An answer that is a text. */
    public String text(String path) {
        HttpResponse<String> raw = get(path).must(200).raw();
        return java.util.Objects.requireNonNull(raw).body();
    }

    public Answer putBytes(String path, byte[] bytes) {
        return send(proved(request(path)).header("Content-Type", "application/octet-stream").PUT(BodyPublishers.ofByteArray(bytes)));
    }

    public Answer postBytes(String path, byte[] bytes) {
        return send(proved(request(path)).header("Content-Type", "application/octet-stream").POST(BodyPublishers.ofByteArray(bytes)));
    }

    /** Sends bytes without an end; the answer, or nothing if the connection was cut before it could be read. */
    public @Nullable Answer putEndless(String path) {
        InputStream endless = new InputStream() {
            @Override
            public int read() {
                return 'x';
            }
        };
        try {
            return send(proved(request(path)).header("Content-Type", "application/octet-stream")
                    .PUT(BodyPublishers.ofInputStream(() -> endless)));
        } catch (java.io.UncheckedIOException cut) {
            return null;
        }
    }

    /** Announces {@code whole} bytes, sends {@code sent} of them and breaks the connection off. */
    public void putAndBreak(String path, long whole, int sent) throws IOException {
        HttpRequest headers = proved(request(path)).GET().build();
        String cookie = cookies.getCookieStore().getCookies().stream().map(c -> c.getName() + "=" + c.getValue())
                .collect(java.util.stream.Collectors.joining("; "));
        try (Socket socket = new Socket(headers.uri().getHost(), headers.uri().getPort())) {
            socket.getOutputStream().write(("PUT " + path + " HTTP/1.1\r\nHost: " + headers.uri()
                    .getAuthority() + "\r\nCookie: " + cookie + "\r\nX-XSRF-TOKEN: "
                    + headers.headers().firstValue("X-XSRF-TOKEN").orElse("")
                    + "\r\nContent-Type: application/octet-stream\r\nContent-Length: " + whole
                    + "\r\n\r\n" + "x".repeat(sent)).getBytes(StandardCharsets.UTF_8));
            socket.getOutputStream().flush();
        }
    }

    /** A POST without the proof that it comes from our own page. */
    public Answer postForged(String path, Object body) {
        return send(request(path).header("Content-Type", "application/json").POST(BodyPublishers.ofString(JSON.writeValueAsString(body))));
    }

    public long project() {
        return get("/api/projects").must(200).body().get(0).get("id").asLong();
    }

    public long folder(String path) {
        for (JsonNode folder : get("/api/projects/" + project() + "/folders").must(200).body()) {
            if (folder.get("path").asString().equals(path)) {
                return folder.get("id").asLong();
            }
        }
        throw new IllegalArgumentException("no folder " + path);
    }

    /** Hands in files of these names, each with content of its own, and gives the submission's id. */
    public long submit(String folder, String... names) {
        List<Map<String, Object>> files = new ArrayList<>();
        for (String name : names) {
            files.add(Map.of("name", name, "size", content(name).length));
        }
        long id = post("/api/folders/" + folder(folder) + "/submissions", Map.of("purpose", "test", "files", files)).must(201).body()
                .get("id").asLong();
        for (int i = 0; i < names.length; i++) {
            putBytes("/api/submissions/" + id + "/files/" + i, content(names[i])).must(204);
        }
        post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        return id;
    }

    /** A PDF of one empty page. */
    public static byte[] emptyPdf() {
        try (PDDocument document = new PDDocument(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            document.addPage(new PDPage());
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What is in a file of this name: a page that would run, a picture, or else a PDF, whatever its ending says. */
    public static byte[] content(String name) {
        if (name.endsWith(".png")) {
            return ("\u0089PNG\r\n\u001a\n" + name).getBytes(StandardCharsets.ISO_8859_1);
        }
        return ((name.endsWith(".html") ? "<!doctype html><script>document.title='ran'</script>" : "%PDF-1.4 ") + name)
                .getBytes(StandardCharsets.UTF_8);
    }

    /** The reviewer and the approver of the civil route accept it. */
    public static void accept(Running.App app, JsonNode passage) {
        for (String who : List.of("Kwabena Adofori", "Tomasz Łęgowicz")) {
            Client reviewer = app.as(who);
            JsonNode review = Client.until(() -> reviewer.reviewOf(passage), r -> r.get("may").get("decide").asBoolean());
            reviewer.decide(review, passage, 1, "").must(204);
            reviewer.closeStep(review).must(204);
        }
    }

    /** The passages of a submission in the order they came, once none of them moves by itself any more. */
    public List<JsonNode> settled(long submission) {
        String path = "/api/projects/" + project() + "/passages?which=ALL&submission=" + submission;
        JsonNode page = until(() -> get(path).must(200).body(), body -> !body.get("items").isEmpty() && body.get("items").valueStream()
                .map(row -> row.get("passage")).allMatch(p -> !p.get("at").get("state").asString().equals("RUNNING")
                        && !(p.get("at").get("state").asString().equals("WAITING") && p.path("at").path("due").isMissingNode())));
        return page.get("items").valueStream().map(row -> row.get("passage")).toList().reversed();
    }

    /** Asks again and again until the answer is as wanted; fails after a while with the last answer. */
    public static <T> T until(Supplier<T> ask, Predicate<T> wanted) {
        Instant giveUp = Instant.now().plus(PATIENCE);
        T answer = ask.get();
        while (!wanted.test(answer)) {
            assertThat(Instant.now()).as("still not as wanted: %s", answer).isBefore(giveUp);
            java.util.concurrent.locks.LockSupport.parkNanos(20_000_000);
            answer = ask.get();
        }
        return answer;
    }

    /** The review a passage is in. */
    public JsonNode reviewOf(JsonNode passage) {
        return get("/api/passages/" + passage.get("id").asLong() + "/review").must(200).body();
    }

    public Answer decide(JsonNode review, JsonNode passage, int code, String comment) {
        return put("/api/reviews/" + review.get("id").asLong() + "/decisions", Map.of("turn", review.get("turn").asInt(),
                "passages", List.of(passage.get("id").asLong()), "code", code, "comment", comment, "overrule", false));
    }

    public Answer closeStep(JsonNode review) {
        return post("/api/reviews/" + review.get("id").asLong() + "/closings", Map.of("turn", review.get("turn").asInt()));
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(address + path.replace(" ", "%20"))).timeout(Duration.ofSeconds(30));
    }

    private HttpRequest.Builder json(String path, String method, Object body) {
        return proved(request(path)).header("Content-Type", "application/json")
                .method(method, BodyPublishers.ofString(JSON.writeValueAsString(body)));
    }

    private HttpRequest.Builder proved(HttpRequest.Builder request) {
        return token.isEmpty() ? request : request.header("X-CSRF-TOKEN", token);
    }

    private Answer send(HttpRequest.Builder request) {
        try {
            HttpResponse<String> response = http.send(request.build(), BodyHandlers.ofString());
            response.headers().firstValue("X-CSRF-TOKEN").ifPresent(told -> token = told);
            boolean json = response.headers().firstValue("Content-Type").orElse("").endsWith("json") && !response.headers()
                    .firstValue("Content-Type").orElse("").endsWith("ndjson") && !response.body().isBlank();
            return new Answer(response.statusCode(), json ? JSON.readTree(response.body()) : JSON.createObjectNode(), response);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
