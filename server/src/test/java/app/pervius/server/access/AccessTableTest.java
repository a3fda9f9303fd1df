package app.pervius.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.project.DecisionCode;
import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.RoleDesk;
import app.pervius.server.people.RoleRights;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Passwords;
import app.pervius.server.projects.Projects;
import java.util.Optional;
import java.nio.charset.StandardCharsets;
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
            "GET /calendar/{secret}.ics", "wants the secret of a person's own link",
            "GET /api/entrance/invitations/{secret}", "wants the secret of an invitation",
            "POST /api/entrance/invitations/{secret}", "wants the secret of an invitation, once",
            "POST /api/session", "signs in",
            "DELETE /api/session", "signs out whoever calls");

    /** The same, of signing in and passwords. */
    private static final Map<String, String> ENTRANCE = Map.of(
            "GET /api/session/second-step", "wants a password given before",
            "POST /api/session/code", "wants a password given before, and a code",
            "POST /api/session/passkey/question", "asks for a proof",
            "POST /api/session/passkey", "wants the proof of a passkey",
            "POST /api/entrance/passwords", "mails a link, if there is such an account, and tells nothing",
            "GET /api/entrance/passwords/{secret}", "wants the secret of a link",
            "POST /api/entrance/passwords/{secret}", "wants the secret of a link, once",
            "GET /api/entrance/starting-sets", "says what a project can begin with",
            "POST /api/entrance/starting-sets/looks", "draws a number of what it is given",
            "POST /api/entrance/strength", "judges what it is given");

    private static final Map<String, Object> LEAST = Map.of("controls", false, "seesAll", false, "seesFirms", List.of(), "handsIn", false,
            "sendsByHand", false, "decides", false);
    private static final String PASSWORD = "tidal heron ballast";
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
        String hash = app.bean(Passwords.class).hash(PASSWORD, List.of());
        app.bean(TransactionTemplate.class).executeWithoutResult(status -> {
            PeopleDesk desk = app.bean(PeopleDesk.class);
            long project = app.bean(Projects.class).make("OTH", "Otherwater Lock", "Europe/Dublin",
                    new Projects.Agreed(List.of(), List.of(), DecisionCode.AS_SHIPPED, Optional.empty()));
            app.bean(Folders.class).makeRoot(project, "OTH");
            long firm = desk.addFirm(project, "OTH", "Otherwater Trust");
            long osric = desk.addPerson(project, new People.NewPerson(firm, "Osric Tamblyn", "osric@oth.example", "Document controller"));
            RoleDesk roles = app.bean(RoleDesk.class);
            roles.setHolders(project, roles.addRole(project, "Document controller", RoleRights.CONTROLLER), List.of(osric), 0);
            AccountBook accounts = app.bean(AccountBook.class);
            long account = accounts.make("Osric Tamblyn", "osric@oth.example", false);
            accounts.setPassword(account, hash);
            desk.joins(osric, account);
            accounts.setPassword(accounts.make("Petra Solheim-Awolowo", "petra@oth.example", true), hash);
        });
        PEOPLE.put(Who.CONTROLLER_ELSEWHERE, signedIn("osric@oth.example"));
    }

    private static Client signedIn(String email) {
        Client client = app.nobody();
        client.signIn(email, PASSWORD);
        return client;
    }

    private static void fillTable() {
        Client mirela = PEOPLE.get(Who.CONTROLLER);
        Client yusuf = PEOPLE.get(Who.AUTHORS_FIRM);
        String project = "/api/projects/" + mirela.project();
        long folder = mirela.folder("Work in progress / Fennick Hydraulics / Drawings");
        long submission = yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "Access.pdf", "KWR-FNK-H-DR-9999.pdf");
        List<JsonNode> passages = yusuf.settled(submission);
        JsonNode waiting = passages.stream().filter(p -> p.get("at").get("state").asString().equals("WAITING")).findFirst().orElseThrow();
        JsonNode stopped = passages.stream().filter(p -> p.get("at").get("state").asString().equals("STOPPED")).findFirst().orElseThrow();
        JsonNode review = PEOPLE.get(Who.REVIEWER).reviewOf(waiting);
        JsonNode rule = mirela.get(project + "/rules").must(200).body().get("rules").get(0);
        JsonNode role = mirela.get(project + "/people").must(200).body().get("roles").get(0);
        long file = waiting.get("files").get(0).get("folderFile").asLong();

        line("GET /api/check", who -> who.get("/api/check"), "1 3 3 3 3 3 y");
        line("GET /api/live", who -> who.statusOf("/api/live"), "1 y y y y y y");
        line("GET /api/mail-room", who -> who.get("/api/mail-room"), "1 y y y y y y");
        line("GET /api/session", who -> who.get("/api/session"), "1 y y y y y y");
        line("GET /api/projects", who -> who.get("/api/projects"), "1 y y y y y y");

        line("GET /api/projects/{project}/people", who -> who.get(project + "/people"), "1 4 y y y y 4");
        line("POST /api/projects/{project}/firms", who -> who.post(project + "/firms", Map.of("code", "FNK", "name", "again")),
                "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/starting-set", who -> who.get(project + "/starting-set"), "1 4 3 3 3 y 4");
        line("POST /api/starting-sets/files", who -> who.post("/api/starting-sets/files", Map.of("file", "x")), "1 3 3 3 3 3 y");
        line("POST /api/starting-sets/looks", who -> who.post("/api/starting-sets/looks", Map.of("set", Map.of("codes", Map.of()),
                "project", "X", "firm", "Y")), "1 3 3 3 3 3 y");
        line("GET /api/projects/{project}/lacking", who -> who.get(project + "/lacking"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/people/lists", who -> who.postBytes(project + "/people/lists?look=true",
                "Name;E-mail;Firm".getBytes(StandardCharsets.UTF_8)), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/people", who -> who.post(project + "/people",
                Map.of("firmId", -1, "name", "x", "email", "no address", "job", "", "roles", List.of())), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/roles", who -> who.post(project + "/roles",
                Map.of("name", role.get("name").asString(), "may", LEAST, "version", 0)), "1 4 3 3 3 y 4");
        String its = project + "/roles/" + role.get("id").asLong();
        line("PUT /api/projects/{project}/roles/{role}", who -> who.put(its, Map.of("name", "x", "may", LEAST, "version", -1)),
                "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/roles/{role}/looks", who -> who.post(its + "/looks", Map.of("may", LEAST, "holders", List.of())),
                "1 4 3 3 3 y 4");
        line("POST /api/projects", who -> who.post("/api/projects",
                Map.of("code", "!", "name", "x", "zone", "x", "firmCode", "x", "firmName", "x", "controller", "x", "controllerEmail", "x")),
                "1 3 3 3 3 3 y");
        line("PUT /api/projects/{project}/second-step", who -> who.put(project + "/second-step", Map.of("version", -1, "whom", List.of())),
                "1 4 3 3 3 y 4");
        accountLines();
        line("PUT /api/projects/{project}/roles/{role}/holders", who -> who.put(project + "/roles/" + role.get("id").asLong() + "/holders",
                Map.of("holders", List.of(), "version", -1)), "1 4 3 3 3 y 4");

        line("GET /api/projects/{project}/folders", who -> who.get(project + "/folders"), "1 4 y y y y 4");
        line("GET /api/folders/{id}", who -> who.get("/api/folders/" + folder), "1 4 4 y y y 4");
        line("POST /api/folders/{parent}/folders", who -> who.post("/api/folders/" + folder + "/folders", Map.of("name", "a/b")),
                "1 4 4 3 3 y 4");
        line("PUT /api/folders/{id}/name", who -> who.put("/api/folders/" + folder + "/name", Map.of("name", "x", "version", -1)),
                "1 4 4 3 3 y 4");
        line("PUT /api/folders/{id}/parent", who -> who.put("/api/folders/" + folder + "/parent", Map.of("parent", folder, "version", -1)),
                "1 4 4 3 3 y 4");
        line("DELETE /api/folders/{id}", who -> who.delete("/api/folders/" + folder + "?version=-1"), "1 4 4 3 3 y 4");
        line("GET /api/folders/{id}/access", who -> who.get("/api/folders/" + folder + "/access"), "1 4 4 3 3 y 4");
        line("GET /api/projects/{project}/kept-folders", who -> who.get(project + "/kept-folders"), "1 4 y y y y 4");
        line("PUT /api/folders/{id}/access", who -> who.put("/api/folders/" + folder + "/access",
                Map.of("version", -1, "restricted", false, "grants", List.of())), "1 4 4 3 3 y 4");
        line("GET /api/files/{id}/content", who -> who.get("/api/files/" + file + "/content"), "1 4 4 y y y 4");
        line("GET /api/files/{id}/pages", who -> who.get("/api/files/" + file + "/pages"), "1 4 4 y y y 4");
        line("GET /api/files/{id}/pages/{page}", who -> who.get("/api/files/" + file + "/pages/1"), "1 4 4 y y y 4");

        line("POST /api/folders/{folder}/submissions", who -> who.post("/api/folders/" + folder + "/submissions",
                Map.of("purpose", "", "author", -1, "files", List.of(Map.of("name", "a.pdf", "size", 0)))), "1 4 4 3 3 y 4");
        line("GET /api/submissions/{id}", who -> who.get("/api/submissions/" + submission), "1 4 4 y y y 4");
        line("PUT /api/submissions/{id}/files/{position}", who -> who.putBytes("/api/submissions/" + submission + "/files/0", new byte[1]),
                "1 4 4 y 4 4 4");
        line("POST /api/submissions/{id}/closing", who -> who.post("/api/submissions/" + submission + "/closing", Map.of()),
                "1 4 4 y 4 4 4");

        line("GET /api/projects/{project}/passages", who -> who.get(project + "/passages"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/finds", who -> who.get(project + "/finds?text=access"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/passages/table", who -> who.get(project + "/passages/table?format=CSV"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/documents/table", who -> who.get(project + "/documents/table?format=CSV"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/schemes/{scheme}/ledger/table",
                who -> who.get(project + "/schemes/documents/ledger/table?format=CSV"), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/fields/{field}/codes", who -> who.get(project + "/fields/type/codes?format=CSV"),
                "1 4 y y y y 4");
        line("GET /api/passages/{id}", who -> who.get("/api/passages/" + waiting.get("id").asLong()), "1 4 4 y y y 4");
        line("GET /api/passages/{id}/title-block", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/title-block"),
                "1 4 4 y y y 4");
        line("GET /api/passages/{id}/explanation", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/explanation"),
                "1 4 4 3 3 y 4");
        line("POST /api/passages/{id}/runs", who -> who.post("/api/passages/" + waiting.get("id").asLong() + "/runs", Map.of()),
                "1 4 4 3 3 y 4");
        line("POST /api/folders/{folder}/arrivals", who -> who.post("/api/folders/" + folder + "/arrivals",
                Map.of("files", List.of(-1), "how", "COPY")), "1 4 4 4 3 4 4");
        line("GET /api/projects/{project}/title-blocks", who -> who.get(project + "/title-blocks?passage=" + waiting.get("id").asLong()),
                "1 4 y y y y 4");
        line("GET /api/projects/{project}/hand-ins", who -> who.get(project + "/hand-ins"), "1 4 3 3 3 y 4");
        line("POST /api/folders/{folder}/previews", who -> who.post("/api/folders/" + folder + "/previews",
                Map.of("files", List.of(), "given", Map.of())), "1 4 4 y 3 y 4");
        line("GET /api/passages/{passage}/answers", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/answers"),
                "1 4 4 y y y 4");
        line("GET /api/passages/{passage}/review", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/review"),
                "1 4 4 4 y y 4");
        line("POST /api/passages/ways-out", who -> who.post("/api/passages/ways-out",
                Map.of("way", "SEND_BACK", "fields", Map.of(), "text", " ",
                "passages", List.of(Map.of("passage", stopped.get("id").asLong(), "version", stopped.get("version").asInt())))),
                "1 4 4 3 3 y 4");

        commentLines(waiting);
        line("GET /api/desk/reviews", who -> who.get("/api/desk/reviews"), "1 y y y y y y");
        line("GET /api/reviews/{id}", who -> who.get("/api/reviews/" + review.get("id").asLong()), "1 4 4 4 y y 4");
        line("PUT /api/reviews/{id}/decisions", who -> who.put("/api/reviews/" + review.get("id").asLong() + "/decisions", Map.of("turn", 0,
                "passages", List.of(-1), "code", 1, "comment", "", "overrule", false)), "1 4 4 4 y 3 4");
        line("POST /api/reviews/{id}/closings", who -> who.post("/api/reviews/" + review.get("id").asLong() + "/closings",
                Map.of("turn", 0)), "1 4 4 4 y 3 4");
        line("GET /api/projects/{project}/routes", who -> who.get(project + "/routes"), "1 4 y y y y 4");

        reviewLines(project, folder, review, waiting);

        line("GET /api/projects/{project}/schemes", who -> who.get(project + "/schemes"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/schemes/{scheme}/ledger", who -> who.get(project + "/schemes/documents/ledger"), "1 4 3 3 3 y 4");
        numberLines(project, folder);
        documentLines(project, mirela, waiting);
        packageLines(project, folder);
        line("GET /api/connections", who -> who.get("/api/connections"), "1 3 3 3 3 3 y");
        line("PUT /api/connections/{name}", who -> who.put("/api/connections/x", Map.of("address", "no address")), "1 3 3 3 3 3 y");
        line("DELETE /api/connections/{name}", who -> who.send("DELETE", "/api/connections/none", null), "1 3 3 3 3 3 4");
        line("POST /api/connections/{name}/test", who -> who.post("/api/connections/none/test", Map.of()), "1 3 3 3 3 3 y");
        line("GET /api/projects/{project}/names-arrived", who -> who.get(project + "/names-arrived"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/patterns/trials", who -> who.post(project + "/patterns/trials",
                Map.of("pattern", "{type}", "names", List.of("DR.pdf"))), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/patterns/place-trials",
                who -> who.post(project + "/patterns/place-trials", Map.of("path", "{type}", "name", "{number}", "status", "")),
                "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/patterns/parts", who -> who.post(project + "/patterns/parts",
                Map.of("name", "A.pdf", "others", List.of())), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/rules", who -> who.get(project + "/rules"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/rules", who -> who.post(project + "/rules", Map.of("rule", ruleForm(rule))), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/rules/putting-in-force",
                who -> who.post(project + "/rules/putting-in-force", Map.of("rows", List.of(), "order", false)), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/rules/project-draft", who -> who.put(project + "/rules/project-draft",
                Map.of("version", -1, "stations", Map.of())), "1 4 3 3 3 y 4");
        line("DELETE /api/projects/{project}/rules/project-draft", who -> who.delete(project + "/rules/project-draft?version=-1"),
                "1 4 3 3 3 y 4");
        Map<String, Object> none = Map.of("passages", List.of(), "files", List.of(), "last", 1, "onlyDifferent", true, "inForce", false);
        line("POST /api/projects/{project}/trials", who -> who.post(project + "/trials", none), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/rules/looks", who -> who.post(project + "/rules/looks", Map.of("rule", ruleForm(rule))),
                "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/rules/samples", who -> who.post(project + "/rules/samples", Map.of("written",
                Map.of("rule", ruleForm(rule)), "folder", folder, "file", Map.of("name", "A.pdf", "size", 1))), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/rules/letters", who -> who.post(project + "/rules/letters", Map.of("occasion", "ARRIVED",
                "subject", "", "text", "", "rule", "")), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/rules/file", who -> who.get(project + "/rules/file"), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/rules/file", who -> who.putText(project + "/rules/file", "application/yaml", "nothing"),
                "1 4 3 3 3 y 4");
        line("GET /api/rule-sheet.schema.json", who -> who.get("/api/rule-sheet.schema.json"), "1 y y y y y y");
        line("GET /api/starting-set.schema.json", who -> who.get("/api/starting-set.schema.json"), "1 y y y y y y");
        line("GET /api/rule-kinds", who -> who.get("/api/rule-kinds"), "1 y y y y y y");
        line("GET /api/projects/{project}/lying", who -> who.get(project + "/lying?rules=" + rule.get("id").asLong()), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/rules/{rule}/runs-on-lying",
                who -> who.post(project + "/rules/" + rule.get("id").asLong() + "/runs-on-lying", Map.of()), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/sheet-editions", who -> who.get(project + "/sheet-editions"), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/sheet-differences", who -> who.get(project + "/sheet-differences?from=0&to=1"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/sheet-editions/{edition}/return",
                who -> who.post(project + "/sheet-editions/999999/return", Map.of("seen", 1)), "1 4 3 3 3 4 4");
        line("PUT /api/projects/{project}/rules/order", who -> who.put(project + "/rules/order", Map.of("ids", List.of())),
                "1 4 3 3 3 y 4");
        String oneRule = "/api/rules/" + rule.get("id").asLong();
        line("PUT /api/rules/{id}/draft", who -> who.put(oneRule + "/draft", Map.of("version", -1, "rule", ruleForm(rule))),
                "1 4 3 3 3 y 4");
        line("DELETE /api/rules/{id}/draft", who -> who.delete(oneRule + "/draft?version=-1"), "1 4 3 3 3 y 4");
        line("PUT /api/rules/{id}/switch", who -> who.put(oneRule + "/switch", Map.of("version", -1, "on", false)), "1 4 3 3 3 y 4");
        line("GET /api/rules/{id}/watched", who -> who.get(oneRule + "/watched"), "1 4 3 3 3 y 4");
        line("DELETE /api/rules/{id}", who -> who.delete(oneRule + "?version=-1"), "1 4 3 3 3 y 4");
    }

    /** Of a comment that the reviewing side has not released. */
    private static void commentLines(JsonNode waiting) {
        String passage = "/api/passages/" + waiting.get("id").asLong() + "/comments";
        long id = PEOPLE.get(Who.REVIEWER).post(passage, Map.of("key", "table", "text", "Seen?")).must(201).body().get("id").asLong();
        String its = "/api/comments/" + id;
        Map<String, Object> old = Map.of("version", -1, "text", "Changed.");
        line("GET /api/passages/{passage}/comments", who -> who.get(passage), "1 4 4 y y y 4");
        line("POST /api/passages/{passage}/comments", who -> who.post(passage, Map.of("key", "other", "text", " ")), "1 4 4 y y y 4");
        line("PUT /api/comments/{id}", who -> who.put(its, old), "1 4 4 4 y 3 4");
        line("DELETE /api/comments/{id}", who -> who.delete(its + "?version=-1"), "1 4 4 4 y 3 4");
        line("POST /api/comments/{id}/restorations", who -> who.post(its + "/restorations", Map.of("version", -1)),
                "1 4 4 4 y 3 4");
        line("POST /api/comments/{id}/answers", who -> who.post(its + "/answers", Map.of("version", -1, "kind", "SAID", "text", "")),
                "1 4 4 4 y y 4");
        line("PUT /api/comments/{id}/stage", who -> who.put(its + "/stage", Map.of("version", -1, "closed", true)), "1 4 4 4 y y 4");
        line("PUT /api/comments/{id}/drawing", who -> who.put(its + "/drawing", Map.of("version", -1, "as", "DROPPED", "text", "")),
                "1 4 4 4 3 3 4");
        line("PUT /api/comments/{id}/joining", who -> who.put(its + "/joining", Map.of("version", -1, "into", id, "intoVersion", -1,
                "text", "")), "1 4 4 4 3 3 4");
        String marks = "/api/passages/" + waiting.get("id").asLong() + "/marks";
        line("GET /api/passages/{passage}/marks", who -> who.get(marks + "?as=XFDF"), "1 4 4 y y y 4");
        line("POST /api/passages/{passage}/marks", who -> who.postBytes(marks + "?look=true", new byte[0]), "1 4 4 y y y 4");
        String sheet = "/api/projects/" + PEOPLE.get(Who.CONTROLLER).project() + "/comment-sheet";
        line("GET /api/projects/{project}/comment-sheet", who -> who.get(sheet + "?format=CSV&passages="
                + waiting.get("id").asLong()), "1 4 4 y y y 4");
        line("POST /api/projects/{project}/comment-sheet", who -> who.postBytes(sheet + "?look=true", new byte[0]), "1 4 y y y y 4");
        line("GET /api/desk/comments", who -> who.get("/api/desk/comments"), "1 y y y y y y");
    }

    private static void reviewLines(String project, long folder, JsonNode review, JsonNode waiting) {
        String its = "/api/reviews/" + review.get("id").asLong();
        long answer = -1;
        Map<String, Object> turn = Map.of("turn", -1);
        Map<String, Object> route = PEOPLE.get(Who.CONTROLLER).get(project + "/routes").must(200).body().get(0).get("form").propertyStream()
                .collect(HashMap::new, (m, e) -> m.put(e.getKey(), e.getValue()), Map::putAll);
        line("POST /api/reviews/{id}/decisions/withdrawals", who -> who.post(its + "/decisions/withdrawals",
                Map.of("turn", -1, "passages", List.of(-1))), "1 4 4 4 y y 4");
        line("PUT /api/reviews/{id}/comments/{answer}", who -> who.put(its + "/comments/" + answer, Map.of("as", "KEPT", "text", "")),
                "1 4 4 4 4 4 4");
        line("GET /api/reviews/{review}/on-sheets", who -> who.get(its + "/on-sheets"), "1 4 4 4 y y 4");
        line("POST /api/reviews/{id}/releases", who -> who.post(its + "/releases", turn), "1 4 4 4 y y 4");
        line("PUT /api/reviews/{id}/hand", who -> who.put(its + "/hand", Map.of("turn", -1, "inHand", true)), "1 4 4 4 y y 4");
        line("POST /api/reviews/{id}/passings", who -> who.post(its + "/passings", Map.of("turn", -1, "to", -1, "note", "")),
                "1 4 4 4 y y 4");
        line("POST /api/reviews/{id}/returns", who -> who.post(its + "/returns", Map.of("turn", -1, "note", "")), "1 4 4 4 y y 4");
        line("POST /api/reviews/{id}/nudges", who -> who.post(its + "/nudges", turn), "1 4 4 4 3 y 4");
        line("POST /api/reviews/{id}/splits", who -> who.post(its + "/splits", Map.of("turn", -1, "passages", List.of(-1))),
                "1 4 4 4 3 y 4");
        line("POST /api/reviews/{id}/joins", who -> who.post(its + "/joins", Map.of("turn", -1, "other", review.get("id").asLong())),
                "1 4 4 4 3 y 4");
        line("POST /api/reviews/{id}/take-backs", who -> who.post(its + "/take-backs", Map.of("turn", -1, "reason", "")), "1 4 4 y 3 y 4");
        line("POST /api/reviews/{id}/stops", who -> who.post(its + "/stops", Map.of("reason", " ")), "1 4 4 4 3 y 4");
        line("POST /api/reviews/{id}/watchers", who -> who.post(its + "/watchers", Map.of("persons", List.of(-1), "addresses", List.of())),
                "1 4 4 4 y y 4");
        line("GET /api/reviews/{id}/chasing", who -> who.get("/api/reviews/" + review.get("id").asLong() + "/chasing"), "1 4 4 4 y y 4");
        line("GET /api/reviews/{id}/following", who -> who.get(its + "/following"), "1 4 4 4 y y 4");
        line("POST /api/projects/{project}/moved-steps", who -> who.post(project + "/moved-steps",
                Map.of("from", -1, "to", -1, "reason", "")), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/reviews", who -> who.get(project + "/reviews"), "1 4 3 3 y y 4");
        line("GET /api/projects/{project}/reviews/table", who -> who.get(project + "/reviews/table?format=CSV"), "1 4 3 3 y y 4");
        line("GET /api/projects/{project}/turnaround", who -> who.get(project + "/turnaround"), "1 4 3 3 y y 4");
        line("POST /api/passages/{id}/reopenings", who -> who.post("/api/passages/" + waiting.get("id").asLong() + "/reopenings",
                Map.of("reason", " ")), "1 4 4 3 3 y 4");
        line("GET /api/projects/{project}/messages-unsent", who -> who.get(project + "/messages-unsent"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/messages-unsent/tries", who -> who.post(project + "/messages-unsent/tries", Map.of()),
                "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/my-messages", who -> who.get(project + "/my-messages"), "1 4 y y y y 4");
        line("PUT /api/projects/{project}/my-messages", who -> who.put(project + "/my-messages", Map.of("version", -1)), "1 4 y y y y 4");
        line("GET /api/projects/{project}/message-ways", who -> who.get(project + "/message-ways"), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/message-ways", who -> who.put(project + "/message-ways", Map.of("usual", Map.of("minutes", 0,
                "workingDays", false), "slowest", 60, "held", false, "version", -1)), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/failing-addresses", who -> who.get(project + "/failing-addresses"), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/usual-words", who -> who.get(project + "/usual-words"), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/usual-words/{occasion}", who -> who.put(project + "/usual-words/ARRIVED", Map.of("subject", "",
                "text", "", "version", -1)), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/following", who -> who.get(project + "/following"), "1 4 y y y y 4");
        line("PUT /api/projects/{project}/following/{kind}/{thing}", who -> who.put(project + "/following/FOLDER/" + folder, Map.of()),
                "1 4 4 y y y 4");
        line("DELETE /api/projects/{project}/following/{kind}/{thing}", who -> who.delete(project + "/following/FOLDER/" + folder),
                "1 4 y y y y 4");
        line("GET /api/projects/{project}/messages", who -> who.get(project + "/messages?whose=ALL"), "1 4 3 3 3 y 4");
        long message = Client.until(() -> PEOPLE.get(Who.AUTHORS_FIRM).get(project + "/messages").must(200).body().get("items"),
                (JsonNode items) -> !items.isEmpty()).get(0).get("id").asLong();
        line("GET /api/messages/{id}", who -> who.get("/api/messages/" + message), "1 4 4 y 4 y 4");
        line("POST /api/messages/{id}/sendings", who -> who.post("/api/messages/" + message + "/sendings", Map.of()), "1 4 4 3 4 y 4");
        line("GET /api/tray", who -> who.get("/api/tray"), "1 y y y y y y");
        line("PUT /api/tray/marks", who -> who.put("/api/tray/marks", Map.of("items", List.of(-1))), "1 4 4 4 4 4 4");
        line("POST /api/tray/marks/taken-back", who -> who.post("/api/tray/marks/taken-back", Map.of("items", List.of(-1))),
                "1 4 4 4 4 4 4");
        line("GET /api/tray/marks", who -> who.get("/api/tray/marks"), "1 y y y y y y");
        line("GET /api/tray/shelves", who -> who.get("/api/tray/shelves"), "1 y y y y y y");
        line("POST /api/tray/shelves", who -> who.post("/api/tray/shelves", Map.of("name", "Later", "colour", "MOSS", "version", 0)),
                "1 y y y y y y");
        line("PUT /api/tray/shelves/{id}", who -> who.put("/api/tray/shelves/-1", Map.of("name", "Later", "colour", "MOSS", "version", 0)),
                "1 4 4 4 4 4 4");
        line("PUT /api/tray/shelves", who -> who.put("/api/tray/shelves", Map.of("ids", List.of(-1))), "1 y y y y y y");
        line("DELETE /api/tray/shelves/{id}", who -> who.delete("/api/tray/shelves/-1"), "1 4 4 4 4 4 4");
        line("GET /api/projects/{project}/arrived-today", who -> who.get(project + "/arrived-today"), "1 4 y y y y 4");
        line("GET /api/passages/{passage}/take-back", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/take-back"),
                "1 4 4 y y y 4");
        line("GET /api/desk/calendar-link", who -> who.get("/api/desk/calendar-link"), "1 y y y y y y");
        line("POST /api/desk/calendar-link", who -> who.post("/api/desk/calendar-link", Map.of()), "1 y y y y y y");
        line("DELETE /api/desk/calendar-link", who -> who.delete("/api/desk/calendar-link"), "1 y y y y y y");
        line("GET /api/projects/{project}/routes/{key}/editions", who -> who.get(project + "/routes/civil/editions"), "1 4 y y y y 4");
        line("POST /api/projects/{project}/routes/looks", who -> who.post(project + "/routes/looks", route), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/routes/{key}", who -> who.put(project + "/routes/civil", Map.of("edition", -1, "form", route)),
                "1 4 3 3 3 y 4");
        line("DELETE /api/projects/{project}/routes/{key}", who -> who.delete(project + "/routes/civil"), "1 4 3 3 3 y 4");
        line("POST /api/folders/{folder}/sendings/looks", who -> who.post("/api/folders/" + folder + "/sendings/looks",
                Map.of("files", List.of(-1))), "1 4 4 3 y y 4");
        line("POST /api/folders/{folder}/sendings/previews", who -> who.post("/api/folders/" + folder + "/sendings/previews",
                Map.of("files", List.of(-1), "route", "civil", "given", Map.of())),
                "1 4 4 3 3 y 4");
        line("POST /api/folders/{folder}/sendings", who -> who.post("/api/folders/" + folder + "/sendings",
                Map.of("files", List.of(-1), "route", "civil", "purpose", "", "message", "",
                "persons", List.of(), "addresses", List.of())), "1 4 4 3 3 y 4");
        line("GET /api/projects/{project}/absences", who -> who.get(project + "/absences"), "1 4 y y y y 4");
        line("POST /api/projects/{project}/absences", who -> who.post(project + "/absences",
                Map.of("person", -1, "deputy", -1, "from", "2030-01-01", "to", "2030-01-02", "note", "")), "1 4 3 3 3 y 4");
        line("DELETE /api/projects/{project}/absences/{id}", who -> who.delete(project + "/absences/-1"), "1 4 4 4 4 4 4");
        line("GET /api/projects/{project}/matrix", who -> who.get(project + "/matrix"), "1 4 y y y y 4");
        line("PUT /api/projects/{project}/matrix", who -> who.put(project + "/matrix", Map.of("version", -1, "cells", List.of())),
                "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/matrix/table", who -> who.get(project + "/matrix/table?format=CSV"), "1 4 y y y y 4");
        line("POST /api/projects/{project}/matrix/table", who -> who.postBytes(project + "/matrix/table?look=true", new byte[0]),
                "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/decision-codes", who -> who.put(project + "/decision-codes",
                Map.of("version", -1, "decisionCodes",
                PEOPLE.get(Who.CONTROLLER).get("/api/projects").must(200).body().get(0).get("decisionCodes"))), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/working-days", who -> who.put(project + "/working-days",
                Map.of("version", -1, "daysOff", List.of(), "startOfDay", "08:00", "endOfDay", "17:00",
                "holidays", List.of())), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/holidays", who -> who.postBytes(project + "/holidays", new byte[0]), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/people/{person}/hanging", who -> who.get(project + "/people/-1/hanging"), "1 4 3 3 3 y 4");
        line("DELETE /api/projects/{project}/people/{person}", who -> who.delete(project + "/people/-1"), "1 4 3 3 3 4 4");
        line("POST /api/projects/{project}/people/{person}/invitations", who -> who.post(project + "/people/-1/invitations", Map.of()),
                "1 4 3 3 3 4 4");
    }

    private static void numberLines(String project, long folder) {
        Map<String, Object> nothing = Map.of("values", Map.of("nonsense", "x"), "title", "x", "ownReference", "", "count", 1);
        Map<String, Object> form = Map.of("name", "", "of", "DOCUMENTS", "pattern", "{", "countsPer", List.of(), "yearly", false, "start",
                1, "step", 1, "sources", List.of());
        Map<String, Object> files = Map.of("scheme", "none", "files", List.of(-1), "values", Map.of());
        String scheme = project + "/schemes/documents";
        line("GET /api/projects/{project}/schemes/{scheme}/editions", who -> who.get(scheme + "/editions"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/schemes/trials", who -> who.post(project + "/schemes/trials", form), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/schemes/{scheme}", who -> who.put(scheme, Map.of("after", -1, "scheme", form)), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/number-sources", who -> who.get(project + "/number-sources"), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/number-lists/{list}", who -> who.putBytes(project + "/number-lists/none?name=x", new byte[0]),
                "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/schemes/{scheme}/strip", who -> who.get(scheme + "/strip?combination=FNK%C2%B7H%C2%B7DR"),
                "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/schemes/{scheme}/journal", who -> who.get(scheme + "/journal"), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/numbers-taken", who -> who.get(project + "/numbers-taken"), "1 4 y y y y 4");
        line("POST /api/projects/{project}/schemes/{scheme}/numbers", who -> who.post(scheme + "/numbers", nothing), "1 4 y y y y 4");
        line("POST /api/projects/{project}/schemes/{scheme}/numbers/preview", who -> who.post(scheme + "/numbers/preview", nothing),
                "1 4 y y y y 4");
        line("POST /api/projects/{project}/numbers/given-up", who -> who.post(project + "/numbers/given-up",
                Map.of("number", "none", "reason", "x")), "1 4 4 4 4 4 4");
        line("POST /api/projects/{project}/numbers/voided", who -> who.post(project + "/numbers/voided",
                Map.of("number", "none", "reason", "x")), "1 4 3 3 3 4 4");
        line("PUT /api/projects/{project}/schemes/{scheme}/next",
                who -> who.put(scheme + "/next", Map.of("combination", "none", "next", 1, "reason", "x")), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/schemes/{scheme}/taken-over",
                who -> who.postBytes(scheme + "/taken-over?look=true", new byte[0]), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/reservations", who -> who.get(project + "/reservations"), "1 4 y y y y 4");
        line("POST /api/projects/{project}/reservations", who -> who.post(project + "/reservations",
                Map.of("scheme", "documents", "values", Map.of("nonsense", "x"), "count", 1,
                "firm", -1, "until", "2020-01-01", "reason", "x")), "1 4 3 3 3 y 4");
        long reservation = PEOPLE.get(Who.CONTROLLER).post(project + "/reservations",
                Map.of("scheme", "documents", "values", Map.of("discipline", "H", "type", "RP"), "count", 1,
                "firm", PEOPLE.get(Who.AUTHORS_FIRM).firm(), "until", java.time.LocalDate.now().plusYears(1).toString(),
                "reason", "access")).must(201).body().get("id").asLong();
        line("GET /api/reservations/{id}/numbers", who -> who.get("/api/reservations/" + reservation + "/numbers?format=CSV"),
                "1 4 4 y y y 4");
        line("DELETE /api/reservations/{id}", who -> who.delete("/api/reservations/" + reservation + "?version=-1"), "1 4 4 3 3 y 4");
        line("POST /api/folders/{id}/numbering/preview", who -> who.post("/api/folders/" + folder + "/numbering/preview", files),
                "1 4 4 y 3 y 4");
        line("POST /api/folders/{id}/numbering", who -> who.post("/api/folders/" + folder + "/numbering", files), "1 4 4 y 3 y 4");
    }

    private static void documentLines(String project, Client mirela, JsonNode waiting) {
        String number = waiting.get("names").get("number").asString();
        long document = mirela.get("/api/documents/by-number?project=KWR&number=" + number).must(200).body().get("row").get("id").asLong();
        line("GET /api/projects/{project}/documents", who -> who.get(project + "/documents"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/documents-found", who -> who.get(project + "/documents-found?text=x"), "1 4 y y y y 4");
        line("GET /api/documents/by-number", who -> who.get("/api/documents/by-number?project=KWR&number=" + number), "1 4 4 y y y 4");
        line("GET /api/documents/{id}", who -> who.get("/api/documents/" + document), "1 4 4 y y y 4");
        line("PUT /api/documents/{id}", who -> who.put("/api/documents/" + document,
                Map.of("title", "x", "ownReference", "", "version", -1)), "1 4 4 y 3 y 4");
        line("GET /api/projects/{project}/revision-sequences", who -> who.get(project + "/revision-sequences"), "1 4 y y y y 4");
        line("PUT /api/projects/{project}/revision-sequences", who -> who.put(project + "/revision-sequences",
                Map.of("after", -1, "sequences",
                mirela.get(project + "/revision-sequences").must(200).body().get("sequences"))), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/fields", who -> who.put(project + "/fields", Map.of("version", -1, "fields", List.of())),
                "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/fields/{field}/codes",
                who -> who.postBytes(project + "/fields/type/codes?look=true", new byte[0]), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/status-codes", who -> who.put(project + "/status-codes",
                Map.of("version", -1, "statusCodes", List.of())), "1 4 3 3 3 y 4");
    }

    private static void packageLines(String project, long folder) {
        Client mirela = PEOPLE.get(Who.CONTROLLER);
        long firm = PEOPLE.get(Who.AUTHORS_FIRM).firm();
        Map<String, Object> root = Map.of("key", "root", "name", "{package}", "owner", "FIRM", "values", Map.of(), "rules", List.of(),
                "below", List.of());
        mirela.put(project + "/folder-templates/access", Map.of("after", 0, "name", "Access", "root", root)).must(204);
        Map<String, Object> wanted = Map.of("kind", "WORK_PACKAGE", "code", "ACC-1", "title", "Access", "firm", firm, "template", "access",
                "parent", mirela.folder("Work in progress"), "values", Map.of());
        long id = mirela.post(project + "/packages", wanted).must(201).body().get("id").asLong();
        line("GET /api/projects/{project}/folder-templates", who -> who.get(project + "/folder-templates"), "1 4 3 3 3 y 4");
        line("PUT /api/projects/{project}/folder-templates/{template}",
                who -> who.put(project + "/folder-templates/access", Map.of("after", -1, "name", "x", "root", root)), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/folder-templates/{template}/roll-out",
                who -> who.get(project + "/folder-templates/access/roll-out"), "1 4 3 3 3 y 4");
        line("GET /api/projects/{project}/packages", who -> who.get(project + "/packages"), "1 4 y y y y 4");
        line("POST /api/projects/{project}/packages", who -> who.post(project + "/packages", wanted), "1 4 3 3 3 y 4");
        line("GET /api/packages/{id}", who -> who.get("/api/packages/" + id), "1 4 4 y y y 4");
        line("POST /api/packages/{id}/folders", who -> who.post("/api/packages/" + id + "/folders", Map.of()), "1 4 4 3 3 y 4");
        line("POST /api/packages/{id}/roll-out", who -> who.post("/api/packages/" + id + "/roll-out", Map.of("edition", -1)),
                "1 4 4 3 3 y 4");
        line("GET /api/folders/{id}/found", who -> who.get("/api/folders/" + folder + "/found?text=x"), "1 4 4 y y y 4");
    }

    private static void accountLines() {
        line("GET /api/account", who -> who.get("/api/account"), "1 y y y y y y");
        line("PUT /api/account/password", who -> who.put("/api/account/password", Map.of("current", "wrong", "password", "short")),
                "1 y y y y y y");
        line("POST /api/account/password/strength", who -> who.post("/api/account/password/strength", Map.of("password", "x")),
                "1 y y y y y y");
        line("POST /api/account/passkeys/question", who -> who.post("/api/account/passkeys/question", Map.of("password", "wrong")),
                "1 y y y y y y");
        line("POST /api/account/passkeys", who -> who.post("/api/account/passkeys", Map.of("name", "x", "credential", Map.of())),
                "1 y y y y y y");
        line("POST /api/account/passkeys/{id}/withdrawal", who -> who.post("/api/account/passkeys/none/withdrawal", Map.of()),
                "1 4 4 4 4 4 4");
        line("POST /api/account/codes/question", who -> who.post("/api/account/codes/question", Map.of("password", "wrong")),
                "1 y y y y y y");
        line("POST /api/account/codes", who -> who.post("/api/account/codes", Map.of("secret", "x", "code", "1")), "1 y y y y y y");
        line("POST /api/account/codes/withdrawal", who -> who.post("/api/account/codes/withdrawal", Map.of()), "1 y y y y y y");
        line("POST /api/account/recovery-codes", who -> who.post("/api/account/recovery-codes", Map.of()), "1 y y y y y y");
        line("POST /api/account/sessions/{handle}/ending", who -> who.post("/api/account/sessions/none/ending", Map.of()), "1 4 4 4 4 4 4");
        line("POST /api/account/sessions/ending", who -> who.post("/api/account/sessions/ending", Map.of()), "1 y y y y y y");
        line("DELETE /api/account/waits", who -> who.delete("/api/account/waits"), "1 y y y y y y");
        line("POST /api/invitations/{secret}/acceptance", who -> who.post("/api/invitations/none/acceptance", Map.of()), "1 y y y y y y");
        line("GET /api/accounts", who -> who.get("/api/accounts"), "1 3 3 3 3 3 y");
        line("GET /api/accounts/{id}/hanging", who -> who.get("/api/accounts/-1/hanging"), "1 3 3 3 3 3 4");
        line("POST /api/accounts/{id}/closing", who -> who.post("/api/accounts/-1/closing", Map.of()), "1 3 3 3 3 3 4");
        line("POST /api/accounts/{id}/opening", who -> who.post("/api/accounts/-1/opening", Map.of()), "1 3 3 3 3 3 4");
        line("PUT /api/accounts/{id}/administrator", who -> who.put("/api/accounts/-1/administrator", Map.of("administrator", true)),
                "1 3 3 3 3 3 4");
        line("POST /api/accounts/{id}/password-links", who -> who.post("/api/accounts/-1/password-links", Map.of()), "1 3 3 3 3 3 4");
        line("DELETE /api/accounts/{id}/second-steps", who -> who.delete("/api/accounts/-1/second-steps"), "1 3 3 3 3 3 4");
        line("DELETE /api/accounts/{id}/sessions", who -> who.delete("/api/accounts/-1/sessions"), "1 3 3 3 3 3 4");
        line("GET /api/providers", who -> who.get("/api/providers"), "1 3 3 3 3 3 y");
        line("POST /api/providers/looks", who -> who.post("/api/providers/looks", Map.of("issuer", "ftp://nothing")), "1 3 3 3 3 3 y");
        line("PUT /api/providers/{key}", who -> who.put("/api/providers/none",
                Map.of("name", "x", "issuer", "x", "clientId", "x", "bothSteps", false, "switchedOn", false, "version", 3)),
                "1 3 3 3 3 3 y");
        line("DELETE /api/providers/{key}", who -> who.delete("/api/providers/none"), "1 3 3 3 3 3 4");
        line("GET /api/openapi", who -> who.get("/api/openapi"), "1 y y y y y y");
        line("GET /api/installation/second-step", who -> who.get("/api/installation/second-step"), "1 3 3 3 3 3 y");
        line("PUT /api/installation/second-step", who -> who.put("/api/installation/second-step", Map.of("whom", List.of())),
                "1 3 3 3 3 3 y");
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
        app.context().getBeansOfType(RequestMappingHandlerMapping.class).values()
                .forEach(mapping -> mapping.getHandlerMethods().forEach((info, method) -> {
            if (method.getBeanType().getPackageName().startsWith("app.pervius")) {
                info.getPatternValues().forEach(path -> info.getMethodsCondition().getMethods()
                        .forEach(verb -> routes.add(verb + " " + path)));
            }
        }));
        Set<String> lines = new TreeSet<>(TABLE.keySet());
        lines.addAll(OPEN.keySet());
        lines.addAll(ENTRANCE.keySet());
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
        JsonNode rule = mirela.get("/api/projects/" + mirela.project() + "/rules").must(200).body().get("rules").get(0).get("inForce");
        Map<String, Object> form = new HashMap<>();
        rule.propertyNames().forEach(name -> form.put(name, rule.get(name)));
        long someone = mirela.person();
        Map<String, Object> stations = new HashMap<>();
        rule.get("stations").propertyNames().forEach(name -> stations.put(name, rule.get("stations").get(name)));
        stations.put("tell", RuleForms.tell("ISSUED", Map.of("kind", "PERSON", "id", someone)));
        form.put("stations", stations);
        long id = RuleForms.add(osric, form);
        assertThat(RuleForms.putInForce(osric, id).must(409).sentence())
                .contains("A folder it stands on does not exist any more.", "The folder for 1 does not exist any more.",
                        "A person who is to be told is not in this project.");
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
