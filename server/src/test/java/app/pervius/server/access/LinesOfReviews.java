package app.pervius.server.access;

import static app.pervius.server.access.AccessTable.PEOPLE;
import static app.pervius.server.access.AccessTable.line;

import app.pervius.server.Client;
import app.pervius.server.access.AccessTable.Who;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import tools.jackson.databind.JsonNode;

/** The lines of reviews and of what is said in them. */
final class LinesOfReviews {

    private static byte[] dot() {
        try (ByteArrayOutputStream png = new ByteArrayOutputStream()) {
            ImageIO.write(new BufferedImage(1, 1, BufferedImage.TYPE_INT_RGB), "png", png);
            return png.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private LinesOfReviews() {
    }

    /** Of a comment that the reviewing side has not released. */
    static void commentLines(JsonNode waiting) {
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
        line("POST /api/passages/{passage}/marks/from-file", who -> who.post(marks + "/from-file?look=true", Map.of()), "1 4 4 y y y 4");
        String pictures = "/api/passages/" + waiting.get("id").asLong() + "/comment-pictures";
        line("POST /api/passages/{passage}/comment-pictures", who -> who.postBytes(pictures, new byte[1]), "1 4 4 y y y 4");
        long picture = PEOPLE.get(Who.REVIEWER).postBytes(pictures, dot()).must(201).body().get("id").asLong();
        PEOPLE.get(Who.REVIEWER).put(its, Map.of("version", 0, "text", "Seen?", "pictures", List.of(picture))).must(204);
        line("GET /api/comment-pictures/{id}", who -> who.get("/api/comment-pictures/" + picture), "1 4 4 4 y y 4");
        String sheet = "/api/projects/" + PEOPLE.get(Who.CONTROLLER).project() + "/comment-sheet";
        line("GET /api/projects/{project}/comment-sheet", who -> who.get(sheet + "?format=CSV&passages="
                + waiting.get("id").asLong()), "1 4 4 y y y 4");
        line("GET /api/projects/{project}/comment-sheet/lines", who -> who.get(sheet + "/lines?folder=" + waiting.get("from").get("folder")
                .asLong()), "1 4 4 y y y 4");
        line("GET /api/projects/{project}/comment-sheet/summary", who -> who.get(sheet + "/summary?passages="
                + waiting.get("id").asLong()), "1 4 4 y y y 4");
        line("POST /api/projects/{project}/comment-sheet", who -> who.postBytes(sheet + "?look=true", new byte[0]), "1 4 y y y y 4");
        line("GET /api/desk/comments", who -> who.get("/api/desk/comments"), "1 y y y y y y");
    }

    static void reviewLines(String project, long folder, JsonNode review, JsonNode waiting) {
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
}
