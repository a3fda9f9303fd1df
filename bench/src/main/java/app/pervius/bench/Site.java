package app.pervius.bench;

import app.pervius.server.Pervius;
import app.pervius.server.store.DatabaseEncryption;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.IntStream;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/** A Pervius with one project that has what the measurements need, set up as people set it up: over HTTP. */
final class Site {

    static final String PASSWORD = "tidal heron ballast";
    static final String CONTROLLER = "ines@kwb.example";
    static final int DECIDERS = 8;

    private final String address;
    private final long project;
    private final long drawings;
    private final long plain;

    private Site(String address, long project, long drawings, long plain) {
        this.address = address;
        this.project = project;
        this.drawings = drawings;
        this.plain = plain;
    }

    String address() {
        return address;
    }

    long project() {
        return project;
    }

    /** The folder on which a rule stands. */
    long drawings() {
        return drawings;
    }

    /** A folder without rules. */
    long plain() {
        return plain;
    }

    Person controller() {
        return new Person(address).signIn(CONTROLLER);
    }

    /** One of those who review and approve, 0 to 7. */
    Person decider(int which) {
        return decider(which, address);
    }

    /** The same where it answers elsewhere now. */
    Person decider(int which, String at) {
        return new Person(at).signIn("decider" + which + "@dec.example");
    }

    /** A Pervius in this process, on a data directory of its own. */
    record Here(ConfigurableApplicationContext context, Path data, Site site) implements AutoCloseable {

        <T> T bean(Class<T> type) {
            return context.getBean(type);
        }

        /** Stops it and starts it anew on the same data, with other settings. */
        Here again(Map<String, Object> more) {
            context.close();
            ConfigurableApplicationContext anew = start(data, more);
            return new Here(anew, data, new Site(addressOf(anew), site.project, site.drawings, site.plain));
        }

        @Override
        public void close() {
            context.close();
            delete(data);
        }
    }

    /** Starts one in this process and sets it up. */
    static Here here(Map<String, Object> more) throws IOException {
        Path data = Files.createTempDirectory("pervius-bench");
        PrintStream before = System.out;
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        System.setOut(new PrintStream(said, true, StandardCharsets.UTF_8));
        ConfigurableApplicationContext context;
        try {
            if (Boolean.getBoolean("pervius.bench.encrypted")) {
                start(data, more).close();
                DatabaseEncryption.set(data, true);
                said.reset();
            }
            context = start(data, more);
        } catch (SQLException e) {
            throw new IOException(e);
        } finally {
            System.setOut(before);
        }
        String text = said.toString(StandardCharsets.UTF_8);
        return new Here(context, data, setUp(addressOf(context), text.replaceFirst("(?s).*code=(\\S+).*", "$1")));
    }

    private static ConfigurableApplicationContext start(Path data, Map<String, Object> more) {
        Map<String, Object> settings = new HashMap<>(Map.of("pervius.data", data.toString(), "server.address", "127.0.0.1", "server.port",
                0, "pervius.calls.per-minute", 10_000_000));
        settings.putAll(more);
        return new SpringApplication(Pervius.class).run(settings.entrySet().stream().map(e -> "--" + e.getKey() + "=" + e.getValue())
                .toArray(String[]::new));
    }

    private static String addressOf(ConfigurableApplicationContext context) {
        return "http://127.0.0.1:" + Objects.requireNonNull(((WebServerApplicationContext) context).getWebServer()).getPort();
    }

    /** Sets up an empty Pervius: a project, eight people who decide, a folder with a rule and one without. */
    static Site setUp(String address, String code) {
        Map<String, Object> entry = new HashMap<>(Map.of("code", code, "name", "Ines Calderwood", "email", CONTROLLER, "password",
                PASSWORD));
        entry.putAll(Map.of("firmCode", "KWB", "firmName", "Kestrel Water Board", "projectCode", "KWR", "projectName",
                "Kestrel Weir Renewal", "zone", "Europe/Dublin"));
        Person ines = new Person(address);
        ines.post("/api/entrance/set-up", entry);
        long project = ines.get("/api/projects").get(0).get("id").asLong();
        String at = "/api/projects/" + project;
        long firm = ines.post(at + "/firms", Map.of("code", "DEC", "name", "Deciders")).get("id").asLong();
        List<Long> deciders = new ArrayList<>();
        for (int i = 0; i < DECIDERS; i++) {
            JsonNode added = ines.post(at + "/people", Map.of("firmId", firm, "name", "Decider " + (char) ('A' + i), "email",
                    "decider" + i + "@dec.example", "job", "Engineer", "roles", List.of()));
            String link = added.get("link").asString();
            new Person(address).post("/api/entrance/invitations/" + link.substring(link.lastIndexOf('/') + 1),
                    Map.of("password", PASSWORD));
            deciders.add(added.get("person").get("id").asLong());
        }
        for (JsonNode role : ines.get(at + "/people").get("roles")) {
            if (role.get("may").get("decides").asBoolean() && !role.get("may").get("controls").asBoolean()) {
                ines.put(at + "/roles/" + role.get("id").asLong() + "/holders",
                        Map.of("holders", deciders, "version", role.get("version").asInt()));
            }
        }
        long own = folder(ines, project, "Work in progress / Kestrel Water Board");
        long drawings = ines.post("/api/folders/" + own + "/folders",
                Map.of("name", "Drawings", "values", Map.of("discipline", "C", "type", "DR"))).get("id").asLong();
        long plain = ines.post("/api/folders/" + own + "/folders", Map.of("name", "Correspondence", "values", Map.of())).get("id").asLong();
        countFurther(ines, at);
        putARuleInForce(ines, project, drawings);
        return new Site(address, project, drawings, plain);
    }

    /** So many more people who decide, signed in. */
    List<Person> more(int people) {
        Person ines = controller();
        String at = "/api/projects/" + project;
        long firm = ines.get(at + "/people").get("firms").valueStream().filter(f -> f.get("code").asString().equals("DEC")).findFirst()
                .orElseThrow().get("id").asLong();
        long role = ines.get(at + "/people").get("roles").valueStream().filter(r -> r.get("may").get("decides").asBoolean()
                && !r.get("may").get("controls").asBoolean()).findFirst().orElseThrow().get("id").asLong();
        return IntStream.range(0, people).mapToObj(i -> {
            String email = "looker" + i + "@dec.example";
            String link = ines.post(at + "/people", Map.of("firmId", firm, "name", "Looker " + i, "email", email, "job", "Engineer",
                    "roles",
                    List.of(role))).get("link").asString();
            new Person(address).post("/api/entrance/invitations/" + link.substring(link.lastIndexOf('/') + 1),
                    Map.of("password", PASSWORD));
            return new Person(address).signIn(email);
        }).toList();
    }

    /** Counters of a project usually have four digits, which is less than is measured here. */
    private static void countFurther(Person ines, String at) {
        for (JsonNode scheme : ines.get(at + "/schemes")) {
            if (scheme.get("form").get("of").asString().equals("DOCUMENTS")) {
                Map<String, Object> form = new HashMap<>();
                scheme.get("form").properties().forEach(part -> form.put(part.getKey(), part.getValue()));
                form.put("pattern", scheme.get("form").get("pattern").asString().replaceAll("\\{counter:\\d+\\}", "{counter:6}"));
                ines.put(at + "/schemes/" + scheme.get("key").asString(), Map.of("after", scheme.get("edition").asInt(), "scheme", form));
            }
        }
    }

    private static void putARuleInForce(Person ines, long project, long folder) {
        List<Map<String, Object>> tellings = List.of("ARRIVED", "RETURNED", "ISSUED").stream()
                .map(occasion -> Map.<String, Object>of("occasion", occasion, "whom", List.of(Map.of("kind", "AUTHOR")), "text", ""))
                .toList();
        Map<String, Object> shared = Map.of("into", Map.of("folder", folder(ines, project, "Shared"), "path", "", "name",
                "{number}_{revision}"), "status", "A1", "manner", "COPY",
                "whenTaken", "STOP", "sets", List.of(), "copies", List.of());
        List<Map<String, Object>> byCode = new ArrayList<>(List.of(Map.of("code", 1, "target", Map.of("kind", "PLACE", "place", shared))));
        List.of(2, 3, 4).forEach(code -> byCode.add(Map.of("code", code, "target", Map.of("kind", "BACK"))));
        Map<String, Object> rule = Map.of("kind", "HANDLING", "name", "Drawings", "description", "", "places",
                List.of(Map.of("folder", folder, "withBelow", true)),
                "conditions", List.of(), "copies", List.of(), "stations",
                Map.of("issue", Map.of("byCode", byCode), "tell", Map.of("tellings", tellings)));
        long id = ines.post("/api/projects/" + project + "/rules", Map.of("rule", rule)).get("id").asLong();
        ines.post("/api/projects/" + project + "/rules/putting-in-force",
                Map.of("rows", List.of(Map.of("id", id, "version", 0)), "order", false));
    }

    private static long folder(Person person, long project, String path) {
        return person.get("/api/projects/" + project + "/folders").valueStream().filter(f -> f.get("path").asString().equals(path))
                .findFirst().orElseThrow().get("id").asLong();
    }

    /** Begins a submission and sends its files, whose contents differ by their names; it is still open. */
    long send(Person author, long folder, String name, int files) {
        List<byte[]> contents = IntStream.range(0, files).mapToObj(i -> ("%PDF-1.4 " + name + " " + i).getBytes(StandardCharsets.UTF_8))
                .toList();
        long id = author.post("/api/folders/" + folder + "/submissions", Map.of("purpose", "measured", "files", IntStream.range(0, files)
                .mapToObj(i -> Map.of("name", name + " " + i + ".pdf", "size", contents.get(i).length)).toList())).get("id").asLong();
        for (int i = 0; i < files; i++) {
            author.putBytes("/api/submissions/" + id + "/files/" + i, BodyPublishers.ofByteArray(contents.get(i)));
        }
        return id;
    }

    static void close(Person author, long submission) {
        author.post("/api/submissions/" + submission + "/closing", Map.of());
    }

    static void delete(Path directory) {
        try (var below = Files.walk(directory)) {
            for (Path path : below.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        } catch (IOException e) {
            System.err.println(directory + " could not be removed: " + e.getMessage());
        }
    }
}
