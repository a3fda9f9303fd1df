package app.pervius.server.access;

import static app.pervius.server.access.AccessTable.PEOPLE;
import static app.pervius.server.access.AccessTable.line;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.access.AccessTable.Who;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** The lines of numbers, documents and packages. */
final class LinesOfRecords {

    private LinesOfRecords() {
    }

    static void numberLines(String project, long folder) {
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

    static void documentLines(String project, Client mirela, JsonNode waiting) {
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

    static void packageLines(String project, long folder) {
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

    static void directoryLines(String project, long folder) {
        Map<String, Object> form = Map.of("folder", folder, "path", "/etc", "everySeconds", 10, "restSeconds", 2, "authors", List.of(),
                "quietSeconds", 10, "switchedOn", false, "version", 0);
        line("GET /api/projects/{project}/directories", who -> who.get(project + "/directories"), "1 4 3 3 3 y 4");
        line("POST /api/projects/{project}/directories", who -> who.post(project + "/directories", form), "1 4 3 3 3 y 4");
        Map<String, Object> own = new HashMap<>(form);
        own.putAll(Map.of("path", Running.directory("taken-from").toString(), "author", PEOPLE.get(Who.AUTHORS_FIRM).person()));
        String its = "/api/directories/" + PEOPLE.get(Who.CONTROLLER).post(project + "/directories", own).must(201).body().get("id")
                .asLong();
        line("PUT /api/directories/{id}", who -> who.put(its, form), "1 4 3 3 3 y 4");
        line("DELETE /api/directories/{id}", who -> who.delete("/api/directories/-1"), "1 4 4 4 4 4 4");
        line("PUT /api/directories/{id}/switched-on", who -> who.put(its + "/switched-on", false), "1 4 3 3 3 y 4");
        line("POST /api/directories/{id}/looks", who -> who.post(its + "/looks", Map.of()), "1 4 3 3 3 y 4");
    }
}
