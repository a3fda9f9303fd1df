package app.pervius.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tools.jackson.databind.JsonNode;

/**
 * Every call the server has, taken from its own routes, by everybody it matters to. A call that is added without a line here
 * fails the test. Calls are made so that they change nothing: what is allowed then fails on its content.
 */
class AccessTableTest {

    /** Who calls, in the order of the columns of the table; the administrator is in no project. */
    private enum Who {
        NOBODY, CONTROLLER_ELSEWHERE, ANOTHER_FIRM, AUTHORS_FIRM, REVIEWER, CONTROLLER, ADMINISTRATOR
    }

    /** A line: what each of them gets, 1 for 401, 3 for 403, 4 for 404, y for anything that is not a refusal. */
    private record Line(Function<Client, Client.Answer> call, String expected) {
    }

    /** Calls that are open to everybody, and why. */
    private static final Map<String, String> OPEN = Map.of(
            "GET /api/entrance", "says whether to set up or sign in",
            "GET /api/entrance/demo", "the demo's people; only in the demo",
            "POST /api/entrance/demo", "signs in as one of them; only in the demo",
            "POST /api/entrance/set-up", "wants the code from the server's console, once",
            "POST /api/session", "signs in",
            "DELETE /api/session", "signs out whoever calls");

    private static final String PASSWORD = "a good password";
    private static Running.App app;
    private static final Map<Who, Client> PEOPLE = new LinkedHashMap<>();
    private static final Map<String, Line> TABLE = new LinkedHashMap<>();

    @BeforeAll
    static void aProjectWithEverythingInIt() {
        app = Running.start("demo", Map.of());
        PEOPLE.put(Who.NOBODY, app.nobody());
        peopleFromElsewhere();
        PEOPLE.put(Who.ANOTHER_FIRM, app.as("Priya Venkatarangan"));
        PEOPLE.put(Who.AUTHORS_FIRM, app.as("Yusuf Karaderin"));
        PEOPLE.put(Who.REVIEWER, app.as("Henrike Solvangen"));
        PEOPLE.put(Who.CONTROLLER, app.as("Mirela Draganova"));
        PEOPLE.put(Who.ADMINISTRATOR, signedIn("petra@oth.example"));
        fillTable();
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static void peopleFromElsewhere() {
        app.bean(TransactionTemplate.class).executeWithoutResult(status -> {
            PeopleDesk desk = app.bean(PeopleDesk.class);
            long project = app.bean(Projects.class).make("OTH", "Otherwater Lock", "Europe/Dublin", List.of(), List.of());
            app.bean(Folders.class).makeRoot(project, "OTH");
            long firm = desk.addFirm("OTH", "Otherwater Trust");
            long osric = desk.addPerson(new People.NewPerson(firm, "Osric Tamblyn", "osric@oth.example", "Document controller", PASSWORD, false));
            desk.setHolders(project, desk.addRole(project, "Document controller", true, true), List.of(osric), 0);
            desk.addPerson(new People.NewPerson(firm, "Petra Solheim-Awolowo", "petra@oth.example", "Administrator", PASSWORD, true));
        });
        PEOPLE.put(Who.CONTROLLER_ELSEWHERE, signedIn("osric@oth.example"));
    }

    private static Client signedIn(String email) {
        Client client = app.nobody();
        client.post("/api/session", Map.of("email", email, "password", PASSWORD)).must(200);
        return client;
    }

    private static void fillTable() {
        Client mirela = PEOPLE.get(Who.CONTROLLER);
        Client yusuf = PEOPLE.get(Who.AUTHORS_FIRM);
        String project = "/api/projects/" + mirela.project();
        long folder = mirela.folder("Work in progress / Fennick Hydraulics / Drawings");
        long submission = yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "Access.pdf", "KWR-FNK-H-DR-9999.pdf");
        List<JsonNode> passages = yusuf.settled(submission);
        JsonNode waiting = passages.stream().filter(p -> p.get("state").asString().equals("WAITING")).findFirst().orElseThrow();
        JsonNode stopped = passages.stream().filter(p -> p.get("state").asString().equals("STOPPED")).findFirst().orElseThrow();
        JsonNode review = PEOPLE.get(Who.REVIEWER).reviewOf(waiting);
        JsonNode rule = mirela.get(project + "/rules").must(200).body().get(0);
        JsonNode role = mirela.get(project + "/people").must(200).body().get("roles").get(0);
        long file = waiting.get("files").get(0).get("folderFile").asLong();

        line("GET /api/check", who -> who.get("/api/check"), "1 3 3 3 3 3 y");
        line("GET /api/live", who -> who.statusOf("/api/live"), "1 y y y y y y");
        line("GET /api/mail-room", who -> who.get("/api/mail-room"), "1 y y y y y y");
        line("GET /api/session", who -> who.get("/api/session"), "1 y y y y y y");
        line("GET /api/projects", who -> who.get("/api/projects"), "1 y y y y y y");

        line("GET /api/projects/{project}/people", who -> who.get(project + "/people"), "1 4 y y y y 4");
        line("POST /api/projects/{project}/firms", who -> who.post(project + "/firms", Map.of("code", "FNK", "name", "again")), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/people", who -> who.post(project + "/people", Map.of("firmId", -1, "name", "x", "email", "no address", "job", "")), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/roles", who -> who.post(project + "/roles", Map.of("name", role.get("name").asString())), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/roles/{role}/holders", who -> who.put(project + "/roles/" + role.get("id").asLong() + "/holders",
                Map.of("holders", List.of(), "version", -1)), "1 4 3 3 3 y 4");

        line("GET /api/projects/{project}/folders", who -> who.get(project + "/folders"), "1 4 y y y y 4");
        line("GET /api/folders/{id}", who -> who.get("/api/folders/" + folder), "1 4 4 y y y 4");
        line("POST /api/folders/{parent}/folders", who -> who.post("/api/folders/" + folder + "/folders", Map.of("name", "a/b")), "1 4 4 3 3 y 4");
        line("PUT /api/folders/{id}/name", who -> who.put("/api/folders/" + folder + "/name", Map.of("name", "x", "version", -1)), "1 4 4 3 3 y 4");
        line("PUT /api/folders/{id}/parent", who -> who.put("/api/folders/" + folder + "/parent", Map.of("parent", folder, "version", -1)), "1 4 4 3 3 y 4");
        line("DELETE /api/folders/{id}", who -> who.delete("/api/folders/" + folder + "?version=-1"), "1 4 4 3 3 y 4");
        line("GET /api/files/{id}/content", who -> who.get("/api/files/" + file + "/content"), "1 4 4 y y y 4");

        line("POST /api/folders/{folder}/submissions", who -> who.post("/api/folders/" + folder + "/submissions",
                Map.of("purpose", "", "author", -1, "files", List.of(Map.of("name", "a.pdf", "size", 0)))), "1 4 4 3 3 y 4");
        line("GET /api/submissions/{id}", who -> who.get("/api/submissions/" + submission), "1 4 4 y y y 4");
        line("PUT /api/submissions/{id}/files/{position}", who -> who.putBytes("/api/submissions/" + submission + "/files/0", new byte[1]), "1 4 4 y 4 4 4");
        line("POST /api/submissions/{id}/closing", who -> who.post("/api/submissions/" + submission + "/closing", Map.of()), "1 4 4 y 4 4 4");

        line("GET /api/projects/{project}/passages", who -> who.get(project + "/passages"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/found", who -> who.get(project + "/found?text=access"), "1 4 y y y y 4");
        line("GET /api/passages/{id}", who -> who.get("/api/passages/" + waiting.get("id").asLong()), "1 4 4 y y y 4");
        line("GET /api/passages/{passage}/answers", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/answers"), "1 4 4 y y y 4");
        line("GET /api/passages/{passage}/review", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/review"), "1 4 4 4 y y 4");
        line("POST /api/passages/ways-out", who -> who.post("/api/passages/ways-out", Map.of("way", "SEND_BACK", "fields", Map.of(), "text", " ",
                "passages", List.of(Map.of("passage", stopped.get("id").asLong(), "version", stopped.get("version").asInt())))), "1 4 4 3 3 y 4");

        line("GET /api/desk/reviews", who -> who.get("/api/desk/reviews"), "1 y y y y y y");
        line("GET /api/reviews/{id}", who -> who.get("/api/reviews/" + review.get("id").asLong()), "1 4 4 4 y y 4");
        line("PUT /api/reviews/{id}/decisions", who -> who.put("/api/reviews/" + review.get("id").asLong() + "/decisions", Map.of("step", 0,
                "passages", List.of(-1), "code", 1, "comment", "", "overrule", false)), "1 4 4 4 y 3 4");
        line("POST /api/reviews/{id}/closings", who -> who.post("/api/reviews/" + review.get("id").asLong() + "/closings", Map.of("step", 0)), "1 4 4 4 y 3 4");
        line("GET /api/projects/{project}/routes", who -> who.get(project + "/routes"), "1 4 y y y y 4");

        line("GET /api/projects/{project}/schemes", who -> who.get(project + "/schemes"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/schemes/{scheme}/ledger", who -> who.get(project + "/schemes/documents/ledger"), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/names-arrived", who -> who.get(project + "/names-arrived"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/patterns/trials", who -> who.post(project + "/patterns/trials", Map.of("pattern", "{type}", "names", List.of("DR.pdf"))), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/rules", who -> who.get(project + "/rules"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/rules", who -> who.post(project + "/rules", ruleForm(rule)), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/rules/order", who -> who.put(project + "/rules/order", Map.of("ids", List.of())), "1 4 3 3 3 y 4");
        String oneRule = "/api/rules/" + rule.get("id").asLong();
        line("PUT /api/rules/{id}/draft", who -> who.put(oneRule + "/draft", Map.of("version", -1, "rule", ruleForm(rule))), "1 4 3 3 3 y 4");
        line("DELETE /api/rules/{id}/draft", who -> who.delete(oneRule + "/draft?version=-1"), "1 4 3 3 3 y 4");
        line("POST /api/rules/{id}/put-in-force", who -> who.post(oneRule + "/put-in-force", Map.of("version", -1)), "1 4 3 3 3 y 4");
        line("PUT /api/rules/{id}/switch", who -> who.put(oneRule + "/switch", Map.of("version", -1, "on", false)), "1 4 3 3 3 y 4");
        line("DELETE /api/rules/{id}", who -> who.delete(oneRule + "?version=-1"), "1 4 3 3 3 y 4");
    }

    private static Object ruleForm(JsonNode rule) {
        return rule.get("inForce");
    }

    private static void line(String route, Function<Client, Client.Answer> call, String expected) {
        TABLE.put(route, new Line(call, expected));
    }

    @Test
    void everyCallOfTheServerHasItsLine() {
        Set<String> routes = new TreeSet<>();
        app.context().getBeansOfType(RequestMappingHandlerMapping.class).values().forEach(mapping -> mapping.getHandlerMethods().forEach((info, method) -> {
            if (method.getBeanType().getPackageName().startsWith("app.pervius")) {
                info.getPatternValues().forEach(path -> info.getMethodsCondition().getMethods().forEach(verb -> routes.add(verb + " " + path)));
            }
        }));
        Set<String> lines = new TreeSet<>(TABLE.keySet());
        lines.addAll(OPEN.keySet());
        assertThat(lines).isEqualTo(routes);
    }

    @Test
    void everybodyGetsWhatTheTableSays() {
        List<String> wrong = new ArrayList<>();
        TABLE.forEach((route, line) -> {
            String got = PEOPLE.values().stream().map(who -> word(line.call().apply(who).status())).collect(Collectors.joining(" "));
            if (!got.equals(line.expected())) {
                wrong.add(route + ": expected " + line.expected() + ", got " + got);
            }
        });
        assertThat(wrong).as("columns: %s", List.of(Who.values())).isEmpty();
    }

    @Test
    void theControllerOfAnotherProjectSeesNothingOfThisOneInItsLists() {
        Client osric = PEOPLE.get(Who.CONTROLLER_ELSEWHERE);
        assertThat(osric.get("/api/projects").must(200).body().valueStream().map(p -> p.get("code").asString())).containsExactly("OTH");
        assertThat(osric.get("/api/desk/reviews").must(200).body()).isEmpty();
    }

    @Test
    void aRuleCannotReachIntoAnotherProject() {
        Client osric = PEOPLE.get(Who.CONTROLLER_ELSEWHERE);
        Client mirela = PEOPLE.get(Who.CONTROLLER);
        String theirs = "/api/projects/" + osric.project();
        JsonNode rule = mirela.get("/api/projects/" + mirela.project() + "/rules").must(200).body().get(0).get("inForce");
        Map<String, Object> form = new HashMap<>();
        rule.propertyNames().forEach(name -> form.put(name, rule.get(name)));
        long someone = mirela.get("/api/session").must(200).body().get("person").asLong();
        form.put("onIssue", List.of(Map.of("kind", "PERSON", "id", someone)));
        long id = osric.post(theirs + "/rules", form).must(201).body().get("id").asLong();
        assertThat(osric.post("/api/rules/" + id + "/put-in-force", Map.of("version", 0)).must(409).sentence())
                .contains("A folder it stands on does not exist any more.", "The folder for 1 does not exist any more.", "A person who is to be told is not in this project.");
    }

    private static String word(int status) {
        return switch (status) {
            case 401 -> "1";
            case 403 -> "3";
            case 404 -> "4";
            default -> status >= 500 && status != 507 ? "fault " + status : "y";
        };
    }
}
