package app.pervius.server.access;

import static app.pervius.server.access.AccessTable.LINES;
import static app.pervius.server.access.AccessTable.PEOPLE;
import static app.pervius.server.access.AccessTable.line;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.project.DecisionCode;
import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.access.AccessTable.Who;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
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
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
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
        JsonNode first = waiting.get("files").get(0);
        long file = first.get("folderFile").asLong();
        app.bean(Passages.class).readCopy(waiting.get("id").asLong(), 0, new PassageFacts.ReadableCopy(first.get("hash").asString(),
                first.get("size").asLong(), 1));

        long plotter = mirela.get(project + "/devices").must(200).body().get(0).get("id").asLong();

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
        LinesOfAccounts.accountLines();
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
        line("GET /api/passages/{id}/copies/{file}", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/copies/0"),
                "1 4 4 y y y 4");
        line("GET /api/passages/{id}/copy-wait", who -> who.get("/api/passages/" + waiting.get("id").asLong() + "/copy-wait"),
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

        LinesOfReviews.commentLines(waiting);
        line("GET /api/desk/reviews", who -> who.get("/api/desk/reviews"), "1 y y y y y y");
        line("GET /api/reviews/{id}", who -> who.get("/api/reviews/" + review.get("id").asLong()), "1 4 4 4 y y 4");
        line("PUT /api/reviews/{id}/decisions", who -> who.put("/api/reviews/" + review.get("id").asLong() + "/decisions", Map.of("turn", 0,
                "passages", List.of(-1), "code", 1, "comment", "", "overrule", false)), "1 4 4 4 y 3 4");
        line("POST /api/reviews/{id}/closings", who -> who.post("/api/reviews/" + review.get("id").asLong() + "/closings",
                Map.of("turn", 0)), "1 4 4 4 y 3 4");
        line("GET /api/projects/{project}/routes", who -> who.get(project + "/routes"), "1 4 y y y y 4");

        LinesOfReviews.reviewLines(project, folder, review, waiting);

        line("GET /api/projects/{project}/schemes", who -> who.get(project + "/schemes"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/schemes/{scheme}/ledger", who -> who.get(project + "/schemes/documents/ledger"), "1 4 3 3 3 y 4");
        LinesOfRecords.numberLines(project, folder);
        LinesOfRecords.documentLines(project, mirela, waiting);
        LinesOfRecords.packageLines(project, folder);
        LinesOfRecords.directoryLines(project, folder);
        line("GET /api/converters", who -> who.get("/api/converters"), "1 3 3 3 3 3 y");
        Map<String, Object> device = Map.of("name", "x", "address", "no address", "loginName", "", "switchedOn", true, "forEverybody", true,
                "version", 0);
        line("GET /api/scanner", who -> who.get("/api/scanner"), "1 3 3 3 3 3 y");
        line("POST /api/scanner/test", who -> who.post("/api/scanner/test", Map.of()), "1 3 3 3 3 3 y");
        line("GET /api/devices", who -> who.get("/api/devices"), "1 3 3 3 3 3 y");
        line("POST /api/devices", who -> who.post("/api/devices", device), "1 3 3 3 3 3 y");
        line("PUT /api/devices/{id}", who -> who.put("/api/devices/-1", device), "1 3 3 3 3 3 4");
        line("DELETE /api/devices/{id}", who -> who.delete("/api/devices/-1"), "1 3 3 3 3 3 4");
        line("POST /api/devices/{id}/test", who -> who.post("/api/devices/-1/test", Map.of()), "1 3 3 3 3 3 4");
        line("GET /api/projects/{project}/devices", who -> who.get(project + "/devices"), "1 4 y y y y 4");
        line("GET /api/projects/{project}/device-jobs", who -> who.get(project + "/device-jobs?passage=" + waiting.get("id").asLong()),
                "1 4 4 y y y 4");
        Map<String, Object> released = Map.of("device", plotter, "how", Map.of("paper", "AS_IT_IS", "media", "", "copies", 1, "bothSides",
                false, "held", true, "stamp", "NONE"), "files", List.of(file), "passages", List.of(waiting.get("id").asLong()));
        line("POST /api/projects/{project}/device-jobs", who -> who.post(project + "/device-jobs", released), "1 4 4 y y y 4");
        PEOPLE.get(Who.REVIEWER).post(project + "/device-jobs", released).must(201);
        long job = PEOPLE.get(Who.REVIEWER).get(project + "/device-jobs").must(200).body().get("items").get(0).get("id").asLong();
        line("POST /api/device-jobs/{id}/cancel", who -> who.post("/api/device-jobs/" + job + "/cancel", Map.of()), "1 4 4 4 y y 4");
        line("POST /api/device-jobs/{id}/again", who -> who.post("/api/device-jobs/" + job + "/again", Map.of()), "1 4 4 4 y y 4");
        line("GET /api/connections", who -> who.get("/api/connections"), "1 3 3 3 3 3 y");
        line("PUT /api/connections/{name}", who -> who.put("/api/connections/x",
                Map.of("address", "no address", "unencrypted", false)), "1 3 3 3 3 3 y");
        line("DELETE /api/connections/{name}", who -> who.send("DELETE", "/api/connections/none", null), "1 3 3 3 3 3 4");
        line("GET /api/backups", who -> who.get("/api/backups"), "1 3 3 3 3 3 y");
        journal();
        line("POST /api/backups", who -> who.post("/api/backups", Map.of()), "1 3 3 3 3 3 y");
        line("GET /api/mail-server", who -> who.get("/api/mail-server"), "1 3 3 3 3 3 y");
        line("POST /api/mail-server/test", who -> who.post("/api/mail-server/test", Map.of()), "1 3 3 3 3 3 y");
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

    private static Object ruleForm(JsonNode rule) {
        return rule.get("inForce");
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
        Set<String> lines = new TreeSet<>(LINES.keySet());
        lines.addAll(OPEN.keySet());
        lines.addAll(ENTRANCE.keySet());
        assertThat(lines).isEqualTo(routes);
    }

    @Test
    void everybodyGetsWhatTheTableSays() {
        List<String> wrong = new ArrayList<>();
        LINES.forEach((route, line) -> {
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

    private static void journal() {
        String of = "?project=" + PEOPLE.get(Who.CONTROLLER).project();
        line("GET /api/journal", who -> who.get("/api/journal" + of), "1 4 3 3 3 y y");
        line("GET /api/account/data", who -> who.get("/api/account/data"), "1 y y y y y y");
        line("POST /api/accounts/{id}/anonymity", who -> who.post("/api/accounts/-1/anonymity", Map.of()), "1 3 3 3 3 3 4");
        line("GET /api/accounts/{id}/data", who -> who.get("/api/accounts/-1/data"), "1 3 3 3 3 3 4");
        line("GET /api/seals", who -> who.get("/api/seals"), "1 3 3 3 3 3 y");
        line("GET /api/journal/projects", who -> who.get("/api/journal/projects"), "1 y y y y y y");
        line("GET /api/journal/people", who -> who.get("/api/journal/people" + of), "1 4 3 3 3 y y");
        line("GET /api/journal/keeping", who -> who.get("/api/journal/keeping" + of), "1 4 3 3 3 y y");
        line("GET /api/journal/older", who -> who.get("/api/journal/older" + of + "&months=6"), "1 4 3 3 3 y y");
        line("GET /api/journal/table", who -> who.get("/api/journal/table" + of + "&format=CSV"), "1 4 3 3 3 y y");
        line("PUT /api/journal/keeping", who -> who.put("/api/journal/keeping" + of, Map.of("files", true, "months", 0, "version", -1)),
                "1 4 3 3 3 y y");
    }
}
