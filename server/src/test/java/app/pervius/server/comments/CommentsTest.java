package app.pervius.server.comments;

import static app.pervius.server.Desks.form;
import static app.pervius.server.Desks.mails;
import static app.pervius.server.Desks.step;
import static app.pervius.server.Desks.who;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Comments at a place: who reads them when, what may be done with them, and who is told. */
@ExtendWith(Running.class)
class CommentsTest {

    static final Map<String, Object> BOX = Map.of("page", 1, "shape", "BOX", "points",
            List.of(Map.of("x", 100.5, "y", 700), Map.of("x", 180, "y", 640.25)));

    static String of(JsonNode passage) {
        return "/api/passages/" + passage.get("id").asLong() + "/comments";
    }

    static Map<String, Object> comment(String key, @Nullable Object place, String text) {
        Map<String, Object> body = new HashMap<>(Map.of("key", key, "text", text));
        if (place != null) {
            body.put("place", place);
        }
        return body;
    }

    private static long said(Client who, JsonNode passage, String text) {
        return who.post(of(passage), comment(text, BOX, text)).must(201).body().get("id").asLong();
    }

    static JsonNode read(Client who, JsonNode passage, long id) {
        return who.get(of(passage)).must(200).body().get("comments").valueStream()
                .filter(c -> c.get("id").asLong() == id).findFirst().orElseThrow();
    }

    private static Map<String, Object> with(JsonNode comment, String key, Object value, String text) {
        return Map.of("version", comment.get("version").asInt(), key, value, "text", text);
    }

    /** On a route with a lead, waiting for Henrike's look. */
    static JsonNode waiting(Desks desks, String what, String name) {
        String route = "comments-" + what;
        Map<String, Object> form = form(route, List.of(step("Approval", "APPROVAL", List.of(who("PERSON",
                desks.person("Henrike Solvangen"))))));
        form.put("lead", who("PERSON", desks.person("Kwabena Adofori")));
        desks.route(route, form);
        return desks.send(route, name).getFirst();
    }

    @Test
    void whatTheReviewingSideSaysStaysThereUntilItIsReleasedInTheLeadsWords(App app) throws Exception {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "marked", "Marked.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Client priya = desks.as("Priya Venkatarangan");
        Client kwabena = desks.as("Kwabena Adofori");
        StringBuffer news = new StringBuffer();
        long kept;
        long reworded;
        long dropped;
        try (AutoCloseable stream = priya.listen(news)) {
            assertThat(stream).isNotNull();
            Client.until(news::toString, n -> n.contains("hello"));
            kept = said(henrike, passage, "The bar is 12 mm short.");
            reworded = said(henrike, passage, "Rubbish.");
            dropped = said(henrike, passage, "Never mind.");
            assertThat(priya.get(of(passage)).must(200).body().get("comments")).isEmpty();
            assertThat(priya.post("/api/comments/" + kept + "/answers", Map.of("version", 0, "kind", "DONE", "text", "")).status())
                    .isEqualTo(404);
            assertThat(read(kwabena, passage, kept).get("on").get("place").get("points").get(1).get("y").asDouble()).isEqualTo(640.25);
            desks.mirela.put("/api/comments/" + reworded + "/drawing", with(read(desks.mirela, passage, reworded), "as", "DROPPED", ""))
                    .must(403);
            Desks.decideAll(henrike, passage, 2, "See the marks.");
            kwabena.put("/api/comments/" + reworded + "/drawing", with(read(kwabena, passage, reworded), "as", "REWORDED", " ")).must(400);
            kwabena.put("/api/comments/" + reworded + "/drawing", with(read(kwabena, passage, reworded), "as", "REWORDED",
                    "Please draw it again.")).must(204);
            kwabena.put("/api/comments/" + dropped + "/drawing", with(read(kwabena, passage, dropped), "as", "DROPPED", "")).must(204);
            assertThat(priya.get(of(passage)).must(200).body().get("comments")).as("drawn, not released").isEmpty();
            String onSheets = Desks.at(kwabena.reviewOf(passage)) + "/on-sheets";
            assertThat(kwabena.get(onSheets).must(200).body().get(0).get("said").asInt()).isEqualTo(3);
            assertThat(kwabena.get(onSheets).must(200).body().get(0).get("undrawn").asInt()).isEqualTo(1);
            priya.get(onSheets).must(404);
        }
        assertThat(news.toString()).as("nothing of it is told to the author's firm").doesNotContain("COMMENT");
        JsonNode review = kwabena.reviewOf(passage);
        kwabena.post(Desks.at(review) + "/releases", Map.of("turn", review.get("turn").asInt())).must(204);
        Desks.ended(desks.mirela, passage);

        assertThat(priya.get(of(passage)).must(200).body().get("comments").valueStream().map(c -> c.get("text").asString()))
                .containsExactly("The bar is 12 mm short.", "Please draw it again.");
        assertThat(read(priya, passage, reworded).has("drawing")).as("nor that it was reworded").isFalse();
        assertThat(read(henrike, passage, reworded).get("text").asString()).as("the original is kept").isEqualTo("Rubbish.");
        assertThat(henrike.put("/api/comments/" + kept, with(read(henrike, passage, kept), "place", BOX, "Other")).must(409).body()
                .get("detail").asString()).contains("has read it already");
        kwabena.put("/api/comments/" + kept + "/drawing", with(read(kwabena, passage, kept), "as", "DROPPED", "")).must(403);
    }

    @Test
    void twoThatSayTheSameAreReadAsOneAndBothAreKept(App app) throws Exception {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "joined", "Joined.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Client kwabena = desks.as("Kwabena Adofori");
        Client priya = desks.as("Priya Venkatarangan");
        long first = said(henrike, passage, "The bar is short.");
        long second = said(henrike, passage, "12 mm are missing.");
        long third = said(henrike, passage, "Short again.");
        Desks.decideAll(henrike, passage, 2, "See the marks.");
        assertThat(join(kwabena, passage, first, first, "Both.").status()).as("with itself").isEqualTo(400);
        assertThat(join(kwabena, passage, first, second, " ").status()).as("without words").isEqualTo(400);
        // Who takes back what was to say another, too, has that said by itself again.
        join(kwabena, passage, first, third, "Short, and short again.").must(204);
        int version = read(henrike, passage, third).get("version").asInt();
        henrike.delete("/api/comments/" + third + "?version=" + version).must(204);
        assertThat(read(kwabena, passage, first).has("drawing")).isFalse();
        henrike.post("/api/comments/" + third + "/restorations", Map.of("version", version + 1)).must(204);
        assertThat(read(kwabena, passage, third).has("drawing")).as("nor does it say another when it is back").isFalse();
        join(kwabena, passage, third, second, "Twice short.").must(204);
        assertThat(join(kwabena, passage, first, third, "Both.").status()).as("with one that is joined itself").isEqualTo(400);
        String drawing = "/api/comments/" + second + "/drawing";
        kwabena.put(drawing, with(read(kwabena, passage, second), "as", "KEPT", "")).must(409);
        kwabena.put(drawing, with(read(kwabena, passage, second), "as", "DROPPED", "")).must(409);
        join(kwabena, passage, second, first, "The bar is 12 mm short, twice.").must(204);
        assertThat(read(kwabena, passage, third).get("drawing").get("into").asLong()).as("what was joined goes along").isEqualTo(first);
        kwabena.put("/api/comments/" + third + "/drawing", with(read(kwabena, passage, third), "as", "KEPT", "")).must(204);
        JsonNode review = kwabena.reviewOf(passage);
        kwabena.post(Desks.at(review) + "/releases", Map.of("turn", review.get("turn").asInt())).must(204);
        Desks.ended(desks.mirela, passage);
        assertThat(priya.get(of(passage)).must(200).body().get("comments").valueStream().map(c -> c.get("text").asString()))
                .containsExactly("The bar is 12 mm short, twice.", "Short again.");
        assertThat(read(henrike, passage, second).get("text").asString()).as("the original").isEqualTo("12 mm are missing.");
    }

    private static Client.Answer join(Client who, JsonNode passage, long id, long into, String text) {
        return who.put("/api/comments/" + id + "/joining", Map.of("version", read(who, passage, id).get("version").asInt(), "into", into,
                "intoVersion", read(who, passage, into).get("version").asInt(), "text", text));
    }

    @Test
    void itsAuthorMovesItTakesItBackAndHasItAgainWhileNobodyHasAnswered(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "moved", "Moved.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        long id = said(henrike, passage, "Here?");
        assertThat(said(henrike, passage, "Here?")).as("sent twice").isEqualTo(id);
        String its = "/api/comments/" + id;
        JsonNode first = read(henrike, passage, id);
        Map<String, Object> point = Map.of("page", 2, "shape", "POINT", "points", List.of(Map.of("x", 5, "y", 6)));
        henrike.put(its, with(first, "place", point, "There.")).must(204);
        assertThat(henrike.put(its, with(first, "place", point, "Too late.")).must(409).body().get("type").asString())
                .as("from another window").contains("changed-meanwhile");
        desks.mirela.put(its, with(read(desks.mirela, passage, id), "place", point, "Not hers.")).must(403);
        henrike.put(its, with(read(henrike, passage, id), "place", Map.of("page", 0, "shape", "POINT", "points",
                List.of(Map.of("x", 5, "y", 6))), "Nowhere.")).must(400);
        henrike.delete(its + "?version=" + read(henrike, passage, id).get("version").asInt()).must(204);
        assertThat(henrike.get(of(passage)).must(200).body().get("comments")).isEmpty();
        desks.mirela.post(its + "/answers", Map.of("version", 2, "kind", "SAID", "text", "?")).must(404);
        henrike.post(its + "/restorations", Map.of("version", 2)).must(204);
        JsonNode again = read(henrike, passage, id);
        assertThat(again.get("on").get("place").get("page").asInt()).isEqualTo(2);
        desks.mirela.post(its + "/answers", with(again, "kind", "SAID", "I see it too.")).must(204);
        assertThat(henrike.put(its, with(read(henrike, passage, id), "place", point, "Changed")).must(409).body().get("detail").asString())
                .contains("answered already");
        assertThat(read(henrike, passage, id).get("stage").asString()).isEqualTo("ANSWERED");
        Client.until(() -> mails(desks.mirela, "henrike", "I see it too."), m -> !m.isEmpty());
    }

    @Test
    void whoIsAskedIsToldAnswersAndHasItOnTheDesk(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "asked", "Asked.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Client tomasz = desks.as("Tomasz Łęgowicz");
        LocalDate soon = LocalDate.now().plusDays(3);
        Map<String, Object> wanted = comment("asks", BOX, "Does the \u201csill\u201d bear it?");
        wanted.put("asked", desks.person("Priya Venkatarangan"));
        assertThat(henrike.post(of(passage), wanted).must(400).body().toString()).contains("not on the reviewing side");
        wanted.put("asked", desks.person("Yusuf Karaderin"));
        assertThat(henrike.post(of(passage), wanted).must(400).body().toString()).contains("may not see this file");
        wanted.put("asked", desks.person("Tomasz Łęgowicz"));
        wanted.put("due", "2020-01-31");
        assertThat(henrike.post(of(passage), wanted).must(400).body().toString()).contains("That day is over.");
        wanted.put("due", "+999999999-12-31");
        assertThat(henrike.post(of(passage), wanted).must(400).body().toString()).contains("too far off");
        wanted.put("due", soon.toString());
        long id = henrike.post(of(passage), wanted).must(201).body().get("id").asLong();

        JsonNode mail = Client.until(() -> mails(desks.mirela, "tomasz", "bear it?"), m -> !m.isEmpty()).getFirst();
        assertThat(mail.get("text").asString()).contains("Henrike Solvangen: Does the", "Please answer by", "/read/"
                + passage.get("id").asLong(), "because you are asked");
        JsonNode asked = tomasz.get("/api/desk/comments").must(200).body().valueStream().filter(c -> c.get("comment").asLong() == id)
                .findFirst().orElseThrow();
        assertThat(asked.get("due").asString()).isEqualTo(soon.toString());
        tomasz.post("/api/comments/" + id + "/answers", with(read(tomasz, passage, id), "kind", "NOT_DONE", " ")).must(400);
        tomasz.post("/api/comments/" + id + "/answers", with(read(tomasz, passage, id), "kind", "SAID", "It does, by 4 %.")).must(204);
        assertThat(tomasz.get("/api/desk/comments").must(200).body().valueStream().map(c -> c.get("comment").asLong())).doesNotContain(id);
        assertThat(desks.as("Priya Venkatarangan").get("/api/desk/comments").must(200).raw().body()).doesNotContain("bear it");
        henrike.put("/api/comments/" + id + "/stage", Map.of("version", read(henrike, passage, id).get("version").asInt(), "closed", true))
                .must(204);
        JsonNode closed = read(tomasz, passage, id);
        assertThat(closed.get("stage").asString()).isEqualTo("CLOSED");
        assertThat(closed.get("answers").valueStream().map(a -> a.get("kind").asString())).containsExactly("SAID", "CLOSED");
        tomasz.post("/api/comments/" + id + "/answers", with(closed, "kind", "SAID", "Wait.")).must(409);
        henrike.put("/api/comments/" + id + "/stage", Map.of("version", closed.get("version").asInt(), "closed", false)).must(204);
        assertThat(read(tomasz, passage, id).get("stage").asString()).isEqualTo("ANSWERED");
    }

    @Test
    void whoeverHasNotAnsweredInTimeIsToldOnceAndSoIsWhoeverAsked(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "late-answer", "Late answer.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Map<String, Object> wanted = comment("late", BOX, "Which steel is it?");
        wanted.put("asked", desks.person("Tomasz Łęgowicz"));
        wanted.put("due", LocalDate.now().toString());
        long id = henrike.post(of(passage), wanted).must(201).body().get("id").asLong();
        app.look();
        assertThat(mails(desks.mirela, "tomasz", "This was to be answered")).as("the day is not over").isEmpty();
        app.bean(JdbcTemplate.class).update("update sheet_comment set due = '2026-01-05' where id = ?", id);
        app.look();
        Client.until(() -> mails(desks.mirela, "tomasz", "This was to be answered by Monday 5 January"), m -> !m.isEmpty());
        Client.until(() -> mails(desks.mirela, "henrike", "What you asked Tomasz"), m -> !m.isEmpty());
        app.look();
        assertThat(mails(desks.mirela, "tomasz", "This was to be answered")).as("once").hasSize(1);
        assertThat(desks.mirela.get(desks.project + "/people/" + desks.person("Tomasz Łęgowicz") + "/hanging").must(200).raw().body())
                .contains("A comment waits for this person");
    }

    @Test
    void whatIsOpenGoesAlongToTheNextRevisionAndItsAuthorAnswersThere(App app) {
        Desks desks = new Desks(app);
        JsonNode first = waiting(desks, "along", "Along.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Client priya = desks.as("Priya Venkatarangan");
        long open = said(henrike, first, "Still short.");
        long closed = said(henrike, first, "Typing error.");
        henrike.put("/api/comments/" + closed + "/stage", Map.of("version", 0, "closed", true)).must(204);
        Desks.decideAll(henrike, first, 3, "Once more.");
        Client kwabena = desks.as("Kwabena Adofori");
        JsonNode review = kwabena.reviewOf(first);
        kwabena.post(Desks.at(review) + "/releases", Map.of("turn", review.get("turn").asInt())).must(204);
        JsonNode number = Desks.ended(desks.mirela, first).get("names").get("number");
        JsonNode next = desks.send("comments-along", number.asString() + "_P02.pdf").getFirst();
        assertThat(next.get("cycle").asInt()).isEqualTo(2);

        JsonNode carried = read(priya, next, open);
        assertThat(carried.get("on").get("carried").asBoolean()).isTrue();
        assertThat(carried.get("on").get("revision").asString()).isNotEqualTo(next.get("names").get("revision").asString());
        assertThat(priya.get(of(next)).must(200).body().get("comments")).hasSize(1);
        priya.post("/api/comments/" + open + "/answers", with(carried, "kind", "DONE", "")).must(204);
        priya.put("/api/comments/" + open + "/stage", Map.of("version", 3, "closed", true)).must(403);
        JsonNode seen = read(henrike, next, open);
        assertThat(seen.get("answers").get(0).get("kind").asString()).isEqualTo("DONE");
        henrike.put("/api/comments/" + open + "/stage", Map.of("version", seen.get("version").asInt(), "closed", true)).must(204);
        assertThat(henrike.get(of(next)).must(200).body().get("comments")).isEmpty();
        assertThat(henrike.get(of(first)).must(200).body().get("comments")).as("it stays where it was said").hasSize(2);
    }

    private static Client.Answer sheet(Client who, Desks desks, boolean look, String without, String csv) {
        return who.postBytes(desks.project + "/comment-sheet?look=" + look + without, csv.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void theCommentSheetGoesOutAndItsAnswersComeBackByTheirIds(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "sheet", "Sheet.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Client priya = desks.as("Priya Venkatarangan");
        long first = said(henrike, passage, "=SUM(1;2) is no level");
        long second = said(henrike, passage, "Second, with \"quotes\"");
        String at = desks.project + "/comment-sheet?format=CSV&passages=" + passage.get("id").asLong();
        assertThat(priya.get(at).must(200).raw().body()).as("not released").doesNotContain("level").contains("Comment,Changes");
        String out = henrike.get(at).must(200).raw().body();
        assertThat(out).contains(first + ",0,").contains("\"Second, with \"\"quotes\"\"\"").doesNotContain(",=SUM");
        assertThat(henrike.get(at.replace("CSV", "XLSX")).must(200).status()).isEqualTo(200);

        Client tomasz = desks.as("Tomasz Łęgowicz");
        String head = "Comment,Changes,State,Done,Answer\r\n";
        JsonNode wrong = sheet(tomasz, desks, false, "", head + first + ",0,open,maybe,x\r\n" + first + ",0,open,yes,\r\n" + second
                + ",0,open,no,\r\n999999999,0,open,,Hello\r\n").must(200).body().get("faults");
        assertThat(wrong.valueStream().map(f -> f.get("row").asInt() + " " + f.get("column").asString()))
                .containsExactly("2 Done", "3 Comment", "4 Answer", "5 Comment");
        assertThat(read(tomasz, passage, second).get("answers")).as("nothing half done").isEmpty();
        assertThat(sheet(priya, desks, true, "", head + first + ",0,open,,Mine\r\n").must(200).body().get("faults").get(0).get("sentence")
                .asString()).contains("that you may read");

        henrike.post("/api/comments/" + second + "/answers", Map.of("version", 0, "kind", "SAID", "text", "Meanwhile.")).must(204);
        String answers = head + first + ",0,open,yes,Raised by 40 mm\r\n" + second + ",0,closed,,Also done\r\n";
        JsonNode looked = sheet(tomasz, desks, true, "", answers).must(200).body();
        assertThat(looked.get("answers").asInt()).isEqualTo(2);
        assertThat(looked.get("closed").asInt()).isEqualTo(1);
        assertThat(looked.get("changed").get(0).get("since").asString()).contains("Meanwhile.");
        assertThat(read(tomasz, passage, first).get("answers")).as("only looked at").isEmpty();
        sheet(tomasz, desks, false, "&without=" + second, answers).must(200);
        assertThat(read(tomasz, passage, first).get("answers").get(0).get("kind").asString()).isEqualTo("DONE");
        assertThat(read(tomasz, passage, second).get("stage").asString()).isEqualTo("OPEN");
        JsonNode again = sheet(tomasz, desks, false, "", answers).must(200).body();
        assertThat(again.get("known").asInt()).as("the first says nothing twice").isEqualTo(1);
        assertThat(read(tomasz, passage, first).get("answers")).hasSize(1);
        henrike.post("/api/comments/" + first + "/answers", with(read(henrike, passage, first), "kind", "SAID", "It was not."))
                .must(204);
        String once = head + first + "," + read(tomasz, passage, first).get("version").asInt() + ",open,yes,Raised by 40 mm\r\n";
        assertThat(sheet(tomasz, desks, false, "", once).must(200).body().get("answers").asInt()).as("said anew").isEqualTo(1);
        assertThat(read(tomasz, passage, second).get("stage").asString()).isEqualTo("CLOSED");
        assertThat(sheet(tomasz, desks, false, "", head + second + ",3,closed,,One more\r\n").must(200).body().get("faults").get(0)
                .get("sentence").asString()).contains("is closed");
    }

    @Test
    void marksComeInFromAnotherProgramOnceAndNotFromAnotherDocument(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "xfdf", "Marks in.pdf");
        JsonNode other = waiting(desks, "xfdf-other", "Other marks.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        String marks = "/api/passages/" + passage.get("id").asLong() + "/marks";
        said(henrike, passage, "Mine already.");
        String out = henrike.get(marks + "?as=XFDF").must(200).raw().body();
        assertThat(out).contains("Mine already.", "<square page=\"0\"");
        assertThat(desks.as("Priya Venkatarangan").get(marks + "?as=XFDF").must(200).raw().body()).doesNotContain("Mine already.");
        String with = out.replace("</annots>", "<circle page='0' rect='1,2,30,40' name='n1'><contents>From elsewhere</contents></circle>"
                + "</annots>");
        byte[] bytes = with.getBytes(StandardCharsets.UTF_8);
        JsonNode looked = henrike.postBytes(marks + "?look=true", bytes).must(200).body();
        assertThat(looked.get("marks").asInt()).isEqualTo(1);
        assertThat(looked.get("known").asInt()).as("its own").isEqualTo(1);
        henrike.postBytes(marks + "?look=false", bytes).must(200);
        assertThat(henrike.postBytes(marks + "?look=false", bytes).must(200).body().get("known").asInt()).as("once").isEqualTo(2);
        assertThat(henrike.get(of(passage)).must(200).body().get("comments")).hasSize(2);
        assertThat(henrike.postBytes("/api/passages/" + other.get("id").asLong() + "/marks?look=false", bytes).must(200).body()
                .get("faults").get(0).get("sentence").asString()).isEqualTo("It is a mark of another document.");
        assertThat(henrike.get(of(other)).must(200).body().get("comments")).isEmpty();
        String picture = "/api/passages/" + waiting(desks, "xfdf-picture", "Site.png").get("id").asLong() + "/marks?look=true";
        String elsewhere = "<xfdf><annots><text page='8' rect='1,1,3,3'><contents>a</contents></text></annots></xfdf>";
        assertThat(henrike.postBytes(picture, elsewhere.getBytes(StandardCharsets.UTF_8)).must(200).body().get("faults").toString())
                .contains("There is no page 9; the file has 1.");
        henrike.postBytes(marks + "?look=false", "<xfdf>".getBytes(StandardCharsets.UTF_8)).must(400);
    }

    @Test
    void whatTheAuthorsFirmAsksIsAnsweredForItToReadAtOnce(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "from-author", "From author.pdf");
        Client priya = desks.as("Priya Venkatarangan");
        Client henrike = desks.as("Henrike Solvangen");
        JsonNode before = priya.get(of(passage)).must(200).body();
        assertThat(before.get("side").asString() + before.get("released").asBoolean()).isEqualTo("SENDINGfalse");
        assertThat(henrike.get(of(passage)).must(200).body().get("side").asString()).isEqualTo("REVIEWING");
        long id = said(priya, passage, "Is this the level you mean?");
        henrike.post("/api/comments/" + id + "/answers", with(read(henrike, passage, id), "kind", "SAID", "It is, 42.60.")).must(204);
        JsonNode its = read(priya, passage, id);
        assertThat(its.get("stage").asString()).isEqualTo("ANSWERED");
        assertThat(its.get("answers").get(0).get("text").asString()).as("answered, and said what").isEqualTo("It is, 42.60.");
        JsonNode mail = Client.until(() -> mails(desks.mirela, "priya", "It is, 42.60."), m -> !m.isEmpty()).getFirst();
        assertThat(mail.get("text").asString()).contains("/read/" + passage.get("id").asLong());
        Desks.decideAll(henrike, passage, 3, "Once more.");
        Client kwabena = desks.as("Kwabena Adofori");
        JsonNode review = kwabena.reviewOf(passage);
        long mark = said(kwabena, passage, "Here, too.");
        assertThat(mark).isPositive();
        kwabena.post(Desks.at(review) + "/releases", Map.of("turn", review.get("turn").asInt())).must(204);
        Desks.ended(desks.mirela, passage);
        Client.until(() -> mails(desks.mirela, "priya", "One comment stands on the sheet."), m -> !m.isEmpty());
    }
}
