package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * Walks over every call the server describes, with ids of one firm's work, as people of three other firms and as the controller of
 * another project: nothing is read, nothing is done, and nothing says that it is there.
 */
class ForeignWalkTest {

    /** Stands in the name of what was handed in, so that it is recognised wherever it comes out. */
    private static final String MARK = "Wabenkammer " + Long.toString(System.currentTimeMillis(), 36);
    private static final Pattern PARAMETER = Pattern.compile("\\{(\\w+)}");
    private static Caller yusuf;
    private static List<Caller> otherFirms;
    private static Caller elsewhere;
    private static long project;
    private static final Set<Long> ids = new LinkedHashSet<>();
    private static Map<?, ?> calls;

    @BeforeAll
    static void somethingOfOneFirmAndPeopleOfOthers() {
        yusuf = Caller.of("Yusuf Karaderin");
        otherFirms = List.of(Caller.of("Priya Venkatarangan"), Caller.of("Giorgi Tskalishvili"), Caller.of("Marisol Quintavalle"));
        project = number(yusuf.list("/api/projects").getFirst().get("id"));
        calls = (Map<?, ?>) yusuf.get("/api/openapi").get("paths");
        handIn();
        elsewhere = controllerOfAnotherProject();
    }

    private static long number(Object json) {
        return ((Number) json).longValue();
    }

    private static void handIn() {
        Caller mirela = Caller.of("Mirela Draganova");
        long folder = yusuf.list("/api/projects/" + project + "/folders").stream()
                .filter(f -> f.get("path").equals("Work in progress / Fennick Hydraulics / Drawings")).map(f -> number(f.get("id")))
                .findFirst().orElseThrow();
        byte[] bytes = bytes();
        Map<?, ?> receipt = new org.openqa.selenium.json.Json().toType(yusuf.call("POST", "/api/folders/" + folder + "/submissions",
                "{\"purpose\":\"\",\"files\":[{\"name\":\"" + MARK + ".pdf\",\"size\":" + bytes.length + "}]}").body(), Map.class);
        long submission = number(receipt.get("id"));
        assertThat(yusuf.put("/api/submissions/" + submission + "/files/0", bytes).statusCode()).isEqualTo(204);
        assertThat(yusuf.call("POST", "/api/submissions/" + submission + "/closing", "{}").statusCode()).isEqualTo(200);
        Map<?, ?> passage = waiting(submission);
        ids.addAll(List.of(folder, submission, number(passage.get("id")),
                number(((Map<?, ?>) ((List<?>) passage.get("files")).getFirst()).get("folderFile"))));
        for (Map<?, ?> row : mirela.items("/api/projects/" + project + "/documents")) {
            if (String.valueOf(row.get("title")).contains(MARK)) {
                ids.add(number(row.get("id")));
            }
        }
        for (Map<?, ?> row : mirela.items("/api/projects/" + project + "/reviews?order=NEWEST")) {
            if (String.valueOf(row.get("first")).contains(MARK)) {
                ids.add(number(row.get("id")));
            }
        }
        assertThat(ids).as("a folder, a submission, a passage, a file, a document, a review").hasSize(6);
    }

    private static byte[] bytes() {
        try {
            return Files.readAllBytes(Drawings.pdf(Files.createTempDirectory("walk"), MARK + ".pdf"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Map<?, ?> waiting(long submission) {
        return Caller.eventually(() -> yusuf.items("/api/projects/" + project + "/passages?which=ALL&submission=" + submission).stream()
                .<Map<?, ?>>map(row -> (Map<?, ?>) row.get("passage"))
                .filter(p -> String.valueOf(p.get("at")).contains("WAITING")).findFirst());
    }

    private static Caller controllerOfAnotherProject() {
        Caller aoife = Caller.of("Aoife Ní Raghnaill");
        String code = "W" + Long.toString(System.currentTimeMillis(), 36).toUpperCase(java.util.Locale.ROOT).substring(2, 8);
        String email = "controller@" + code.toLowerCase(java.util.Locale.ROOT) + ".example";
        assertThat(aoife.call("POST", "/api/projects", "{\"code\":\"" + code + "\",\"name\":\"Otherwater Lock " + code
                + "\",\"zone\":\"UTC\",\"firmCode\":\"OTH\",\"firmName\":\"Otherwater Trust\",\"controller\":\"Osric Tamblyn\","
                + "\"controllerEmail\":\"" + email + "\"}").statusCode()).isEqualTo(201);
        String mail = Caller.eventually(() -> aoife.items("/api/mail-room").stream().filter(m -> m.get("recipient").equals(email))
                .map(m -> String.valueOf(m.get("text"))).findFirst());
        return Caller.accepting("Osric Tamblyn", mail.replaceAll("(?s).*/invitation/([\\w-]+).*", "$1"));
    }

    private record Call(String verb, String path) {
        List<String> parameters() {
            List<String> all = new ArrayList<>();
            PARAMETER.matcher(path).results().forEach(m -> all.add(m.group(1)));
            return all;
        }

        /** With the project, and an id of somebody else's for all the rest; what is named by words gets one that is there. */
        String filled(long id) {
            return PARAMETER.matcher(path).replaceAll(m -> switch (m.group(1)) {
                case "project" -> Long.toString(project);
                case "scheme", "route", "template" -> "documents";
                case "field" -> "type";
                case "position" -> "0";
                default -> Long.toString(id);
            }) + "?format=CSV&look=true&text=Wabenkammer&number=KWR-FNK-H-DR-0001&version=0";
        }
    }

    /** What is everybody's own, or for who has a secret, names nobody else's things. */
    private static boolean open(String path) {
        return path.startsWith("/api/session") || path.startsWith("/api/entrance") || path.startsWith("/api/account")
                || path.startsWith("/api/mail-room") || path.startsWith("/api/invitations");
    }

    private static List<Call> described() {
        List<Call> all = new ArrayList<>();
        calls.forEach((path, verbs) -> ((Map<?, ?>) verbs).keySet().forEach(verb -> {
            if (!open(String.valueOf(path))) {
                all.add(new Call(String.valueOf(verb).toUpperCase(java.util.Locale.ROOT), String.valueOf(path)));
            }
        }));
        assertThat(all).as("the server describes its calls").hasSizeGreaterThan(150);
        return all;
    }

    private static void nothingComesOf(Caller who, Call call, long id, List<String> found) {
        HttpResponse<String> answer = who.call(call.verb(), call.filled(id), call.verb().equals("GET") || call.verb().equals("DELETE") ? ""
                : "{}");
        if (answer.statusCode() == 429 || answer.statusCode() >= 500) {
            found.add(who + " " + call + " with " + id + ": " + answer.statusCode());
        }
        if (answer.statusCode() < 400) {
            found.add(who + " " + call + " with " + id + " is let in: " + answer.statusCode() + " " + shortened(answer.body()));
        }
        says(who, call, answer, found);
    }

    private static void says(Caller who, Call call, HttpResponse<String> answer, List<String> found) {
        if (answer.body().contains(MARK)) {
            found.add(who + " " + call + " tells of it: " + answer.statusCode() + " " + shortened(answer.body()));
        }
    }

    private static String shortened(String text) {
        return text.length() > 160 ? text.substring(0, 160) + "…" : text;
    }

    @Test
    void theControllerOfAnotherProjectGetsNowhereInThisOne() {
        List<String> found = new ArrayList<>();
        for (Call call : described()) {
            if (!call.parameters().isEmpty()) {
                for (long id : call.parameters().equals(List.of("project")) ? List.of(0L) : ids) {
                    nothingComesOf(elsewhere, call, id, found);
                }
            }
        }
        assertThat(found).isEmpty();
    }

    @Test
    void peopleOfOtherFirmsGetNowhereWithTheIdsOfThisOnesWork() {
        List<String> found = new ArrayList<>();
        for (Call call : described()) {
            boolean named = call.parameters().stream().anyMatch(p -> !Set.of("project", "scheme", "route", "template", "field", "position",
                    "key", "list").contains(p));
            if (named) {
                otherFirms.forEach(who -> ids.forEach(id -> nothingComesOf(who, call, id, found)));
            }
        }
        assertThat(found).isEmpty();
    }

    @Test
    void noListTellsAnotherFirmOfIt() {
        List<String> found = new ArrayList<>();
        for (Call call : described()) {
            if (call.verb().equals("GET") && !call.path().contains("/live")) {
                for (Caller who : otherFirms) {
                    says(who, call, who.call("GET", call.filled(0), ""), found);
                }
                says(elsewhere, call, elsewhere.call("GET", call.filled(0), ""), found);
            }
        }
        assertThat(found).isEmpty();
    }

    /** An answer without the id that was asked for, and without the one the call itself has in the log. */
    private static String apartFrom(long id, String body) {
        return body.replaceAll("\"request\":\"[0-9a-f]{12}\"", "").replace(Long.toString(id), "");
    }

    @Test
    void whatIsNotThereAndWhatIsSomebodyElsesIsAnsweredAlike() {
        List<String> found = new ArrayList<>();
        for (Call call : described()) {
            if (call.parameters().size() == 1 && !call.parameters().equals(List.of("project"))) {
                for (long id : ids) {
                    String body = call.verb().equals("GET") || call.verb().equals("DELETE") ? "" : "{}";
                    HttpResponse<String> theirs = otherFirms.getFirst().call(call.verb(), call.filled(id), body);
                    HttpResponse<String> nobodys = otherFirms.getFirst().call(call.verb(), call.filled(999_999_999), body);
                    if (theirs.statusCode() != nobodys.statusCode() || !apartFrom(id, theirs.body()).equals(apartFrom(
                            999_999_999, nobodys.body()))) {
                        found.add(call + ": " + theirs.statusCode() + " " + shortened(theirs.body()) + " but " + nobodys.statusCode() + " "
                                + shortened(nobodys.body()));
                    }
                }
            }
        }
        assertThat(found).isEmpty();
    }
}
