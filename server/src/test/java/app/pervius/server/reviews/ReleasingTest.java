package app.pervius.server.reviews;

import static app.pervius.server.Desks.at;
import static app.pervius.server.Desks.decideAll;
import static app.pervius.server.Desks.ended;
import static app.pervius.server.Desks.form;
import static app.pervius.server.Desks.mails;
import static app.pervius.server.Desks.step;
import static app.pervius.server.Desks.who;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What reviewers say stays among them until the lead has drawn it together and released it; and what can be done with whole reviews. */
@ExtendWith(Running.class)
class ReleasingTest {

    /** Every call by which the author's firm learns anything of a passage. */
    private static String all(Client priya, Desks desks, JsonNode passage, JsonNode review) {
        long id = passage.get("id").asLong();
        String number = passage.get("names").get("number").asString();
        return Stream.of("/api/passages/" + id, "/api/passages/" + id + "/answers", "/api/passages/" + id + "/review", at(review),
                at(review) + "/following", desks.project + "/reviews",
                desks.project + "/reviews/table?format=CSV", desks.project + "/turnaround", desks.project + "/passages?which=ALL",
                desks.project + "/found?text=" + number,
                "/api/documents/by-number?project=KWR&number=" + number, "/api/submissions/" + passage.get("from").get("submission")
                .asLong(),
                "/api/desk/reviews",
                "/api/folders/" + desks.mirela.folder(Desks.REPORTS)).map(path -> priya.get(path).raw().body()).reduce("", String::concat)
                + mails(desks.mirela, "priya", number).stream().map(m -> m.get("text").asString()).reduce("", String::concat);
    }

    @Test
    void filesWhoseLeadsAreDifferentByTheMatrixAreReleasedByTheirOwn(App app) {
        Desks desks = new Desks(app);
        long civil = desks.role("Lead civil engineer").get("id").asLong();
        long hydraulics = desks.role("Led by nobody else", "Henrike Solvangen");
        JsonNode now = desks.mirela.get(desks.project + "/matrix").must(200).body();
        desks.mirela.put(desks.project + "/matrix", Map.of("version", now.get("version").asInt(), "cells", List.of(
                Map.of("type", "RP", "discipline", "C", "reviews", List.of(), "approves", List.of(civil), "told", List.of()),
                Map.of("type", "RP", "discipline", "H", "reviews", List.of(), "approves", List.of(hydraulics), "told", List.of()))))
                .must(204);
        Map<String, Object> form = form("Led by the matrix", List.of(step("Approval", "APPROVAL",
                List.of(who("PERSON", desks.person("Tomasz Łęgowicz"))))));
        form.put("lead", who("MATRIX", "APPROVES"));
        desks.route("led", form);
        String site = "Work in progress / Dunmarrow Works";
        long folder = desks.mirela.post("/api/folders/" + desks.mirela.folder(site) + "/folders",
                Map.of("name", "Led", "values", Map.of("type", "RP"))).must(201).body().get("id").asLong();
        long target = desks.mirela.folder("Shared / Site documents");
        RuleForms.inForce(desks.mirela, RuleForms.with(RuleForms.handling("Led", folder, "documents", "led", target), "identify",
                RuleForms.identify("{discipline}_{title}")));
        List<JsonNode> passages = desks.mirela.settled(app.as("Marisol Quintavalle")
                .submit(site + " / Led", "C_Abutment.pdf", "H_Surge.pdf"));
        decideAll(desks.as("Tomasz Łęgowicz"), passages.getFirst(), 1, "");
        List<String> leads = passages.stream().map(passage -> {
            JsonNode review = desks.mirela.reviewOf(passage);
            assertThat(review.get("state").asString()).isEqualTo("RELEASING");
            assertThat(review.get("files").size()).isEqualTo(1);
            return review.get("seats").get(0).get("person").asString();
        }).toList();
        assertThat(leads).containsExactly("Kwabena Adofori", "Henrike Solvangen");
    }

    @Test
    @SuppressWarnings("try")
    void theAuthorsFirmReadsNothingBeforeTheReleaseAndThenWhatTheLeadMadeOfIt(App app) throws Exception {
        Desks desks = new Desks(app);
        Map<String, Object> form = form("With a lead", List.of(step("Look", "REVIEW",
                List.of(who("PERSON", desks.person("Henrike Solvangen")))),
                step("Approval", "APPROVAL", List.of(who("PERSON", desks.person("Tomasz Łęgowicz"))))));
        form.put("lead", who("PERSON", desks.person("Kwabena Adofori")));
        desks.route("lead", form);
        JsonNode passage = desks.send("lead", "Lead report.pdf").getFirst();
        Client priya = desks.as("Priya Venkatarangan");
        Client kwabena = desks.as("Kwabena Adofori");
        StringBuffer news = new StringBuffer();
        try (AutoCloseable stream = priya.listen(news)) {
            Client.until(news::toString, n -> n.contains("hello"));
            decideAll(desks.as("Henrike Solvangen"), passage, 2, "first-secret: clumsy words");
            decideAll(desks.as("Tomasz Łęgowicz"), passage, 2, "second-secret: keep this");
            Client.until(news::toString, n -> n.contains("PASSAGE"));
        }
        assertThat(news.toString()).as("live news name things and carry nothing").doesNotContain("secret", "code");
        JsonNode review = kwabena.reviewOf(passage);
        assertThat(review.get("state").asString()).isEqualTo("RELEASING");
        assertThat(review.get("may").get("draw").asBoolean()).isTrue();
        assertThat(all(priya, desks, passage, review)).doesNotContain("secret");
        assertThat(Desks.passage(priya, passage).get("row").get("passage").has("decision")).isFalse();
        Client.until(() -> mails(desks.mirela, "kwabena", "Lead report"), m -> !m.isEmpty());

        JsonNode said = review.get("files").get(0).get("before");
        assertThat(priya.put(at(review) + "/comments/" + said.get(0).get("id").asLong(), Map.of("as", "KEPT", "text", "")).status())
                .isEqualTo(404);
        assertThat(desks.as("Henrike Solvangen").put(at(review) + "/comments/" + said.get(0).get("id").asLong(),
                Map.of("as", "DROPPED", "text", "")).must(403).status()).isEqualTo(403);
        kwabena.put(at(review) + "/comments/" + said.get(0).get("id").asLong(), Map.of("as", "REWORDED", "text", " ")).must(400);
        kwabena.put(at(review) + "/comments/" + said.get(0).get("id").asLong(),
                Map.of("as", "REWORDED", "text", "Please number the boreholes.")).must(204);
        kwabena.post(at(review) + "/releases", Map.of("turn", review.get("turn").asInt())).must(204);
        ended(desks.mirela, passage);
        Client.until(() -> mails(desks.mirela, "priya", "Please number the boreholes."), m -> !m.isEmpty());
        assertThat(all(priya, desks, passage, review)).contains("Please number the boreholes.", "second-secret: keep this")
                .doesNotContain("first-secret");
        assertThat(kwabena.get("/api/passages/" + passage.get("id").asLong() + "/answers").must(200).raw().body())
                .as("the original is kept").contains("first-secret: clumsy words");
        assertThat(kwabena.post(at(review) + "/releases", Map.of("turn", review.get("turn").asInt())).must(409).type())
                .isEqualTo("step-is-over");
    }

    @Test
    void filesAreSplitOffAndJoinedBeforeTheFirstDecisionAndTheReviewTakenBack(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("apart", "Tomasz Łęgowicz");
        List<JsonNode> passages = desks.send("apart", "Apart a.pdf", "Apart b.pdf", "Apart c.pdf");
        JsonNode review = desks.mirela.reviewOf(passages.get(0));
        long off = desks.mirela.post(at(review) + "/splits", Map.of("turn", 0, "passages", List.of(passages.get(2).get("id").asLong())))
                .must(200).body().get("review").asLong();
        assertThat(desks.mirela.get(at(review)).must(200).body().get("files")).hasSize(2);
        assertThat(desks.as("Tomasz Łęgowicz").get("/api/desk/reviews").must(200).body().valueStream().map(r -> r.get("id").asLong()))
                .contains(off, review.get("id").asLong());
        desks.mirela.post(at(review) + "/joins", Map.of("turn", 0, "other", off)).must(204);
        assertThat(desks.mirela.get(at(review)).must(200).body().get("files")).hasSize(3);
        Client priya = desks.as("Priya Venkatarangan");
        priya.post(at(review) + "/take-backs", Map.of("turn", 0, "reason", "Wrong annex.")).must(204);
        assertThat(passages).allSatisfy(p -> assertThat(ended(desks.mirela, p).get("at").get("ended").asString()).isEqualTo("TAKEN_OUT"));
        Client.until(() -> mails(desks.mirela, "tomasz", "Taken back by Priya Venkatarangan: Wrong annex."), m -> m.size() == 1);
        assertThat(desks.as("Tomasz Łęgowicz").decide(review, passages.get(0), 1, "").must(409).sentence())
                .isEqualTo("The review was taken back by its sender.");
    }

    @Test
    void onceSomebodyHasDecidedItIsNeitherTakenBackNorSplit(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("begun", "Tomasz Łęgowicz");
        List<JsonNode> passages = desks.send("begun", "Begun a.pdf", "Begun b.pdf");
        Client tomasz = desks.as("Tomasz Łęgowicz");
        JsonNode review = tomasz.reviewOf(passages.get(0));
        tomasz.decide(review, passages.get(0), 1, "").must(204);
        assertThat(desks.as("Priya Venkatarangan").post(at(review) + "/take-backs", Map.of("turn", 0, "reason", "")).must(409).type())
                .isEqualTo("has-answers");
        assertThat(desks.mirela.post(at(review) + "/splits", Map.of("turn", 0, "passages", List.of(passages.get(1).get("id").asLong())))
                .must(409).type()).isEqualTo("has-answers");
        tomasz.post(at(review) + "/decisions/withdrawals", Map.of("turn", 0, "passages", List.of(passages.get(0).get("id").asLong())))
                .must(204);
        desks.mirela.post(at(review) + "/stops", Map.of("reason", "The route was wrong.")).must(204);
        JsonNode stopped = Client.until(() -> Desks.passage(desks.mirela, passages.get(0)).get("row").get("passage"), p -> p.get("at")
                .get("state")
                .asString().equals("STOPPED"));
        assertThat(stopped.get("at").get("stop").get("reason").asString())
                .isEqualTo("Mirela Draganova stopped the review: The route was wrong.");
    }

    @Test
    void aDecisionIsReopenedAndAllWhoWereToldAreTold(App app) {
        Desks desks = new Desks(app);
        Client priya = desks.as("Priya Venkatarangan");
        Client tomasz = desks.as("Tomasz Łęgowicz");
        JsonNode passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Reopened wall.pdf")).getFirst();
        decideAll(desks.as("Kwabena Adofori"), passage, 1, "");
        decideAll(tomasz, passage, 1, "");
        String number = ended(desks.mirela, passage).get("names").get("number").asString();
        String path = "/api/passages/" + passage.get("id").asLong() + "/reopenings";
        priya.post(path, Map.of("reason", "I want to")).must(403);
        desks.mirela.post(path, Map.of("reason", "The wrong load case was checked.")).must(204);
        Client.until(() -> mails(desks.mirela, "priya", "The wrong load case was checked."), m -> m.size() == 1);
        JsonNode again = Client.until(() -> tomasz.get("/api/desk/reviews").must(200).body().valueStream()
                .filter(r -> r.get("submission").get("id").asLong() == passage.get("from").get("submission").asLong()).toList(),
                r -> r.size() == 1).getFirst();
        assertThat(again.get("step").get("name").asString()).isEqualTo("Approval");
        JsonNode civil = priya.get("/api/folders/" + priya.folder("Shared / Civil")).must(200).body();
        assertThat(civil.get("files").toString()).as("nobody builds from it meanwhile").doesNotContain(number);
        assertThat(civil.get("traces").findValuesAsString("name")).as("where it went stands in its place").contains(number + "_P01_A1.pdf");
        assertThat(desks.mirela.post(path, Map.of("reason", "twice")).must(409).type()).isEqualTo("not-decided");
        decideAll(tomasz, passage, 2, "Checked anew: mind the joint.");
        assertThat(Client.until(() -> Desks.passage(desks.mirela, passage).get("row").get("passage"), p -> p.get("at").has("ended"))
                .get("status")
                .asString()).isEqualTo("B1");
        assertThat(priya.get("/api/folders/" + priya.folder("Shared / Civil")).must(200).body().get("files").toString())
                .contains(number + "_P01_B1.pdf");
    }

    @Test
    void aRouteLetsRolesFirmsAndPeopleSendByHandAndNobodyElse(App app) {
        Desks desks = new Desks(app);
        long ald = desks.mirela.get(desks.project + "/people").must(200).body().get("firms").valueStream()
                .filter(f -> f.get("code").asString().equals("ALD")).findFirst().orElseThrow().get("id").asLong();
        for (Map<String, Object> whom : List.of(Map.<String, Object>of("senderFirms", List.of(ald)), Map.<String,
                Object>of("senderPeople", List.of(desks.person("Priya Venkatarangan"))))) {
            String key = "sent-" + whom.keySet().iterator().next().toLowerCase(java.util.Locale.ROOT);
            Map<String, Object> form = Desks.form(key, List.of(Desks.step("Approval", "APPROVAL",
                    List.of(Desks.who("PERSON", desks.person("Tomasz Łęgowicz"))))));
            form.putAll(whom);
            desks.route(key, form);
            List<Long> files = desks.lying("Sent " + key + ".pdf");
            String path = "/api/folders/" + desks.mirela.folder(Desks.REPORTS) + "/sendings";
            desks.as("Kwabena Adofori").post(path, Desks.sending(files, key)).must(403);
            desks.as("Priya Venkatarangan").post(path, Desks.sending(files, key)).must(201);
        }
    }

    @Test
    void filesAreSentByHandWithAMessageAndOthersAreTold(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("by-hand", "Tomasz Łęgowicz");
        List<Long> files = desks.lying("Sent by hand.pdf");
        String path = "/api/folders/" + desks.mirela.folder(Desks.REPORTS) + "/sendings";
        Client priya = desks.as("Priya Venkatarangan");
        assertThat(priya.post(path, Desks.sending(files, "by-hand")).must(403).sentence())
                .contains("only document controllers and those whom a role or the route lets");
        Map<String, Object> sending = Desks.sending(files, "by-hand");
        sending.put("message", "Please look at chapter 4 first.");
        sending.put("persons", List.of(desks.person("Henrike Solvangen")));
        sending.put("addresses", List.of("panel@harbour-board.example"));
        assertThat(desks.mirela.post(path + "/looks", Map.of("files", files)).must(200).body().get(0).has("hindrance")).isFalse();
        JsonNode passage = desks.mirela.settled(desks.mirela.post(path, sending).must(201).body().get("submission").asLong()).getFirst();
        Client.until(() -> mails(desks.mirela, "tomasz", "Please look at chapter 4 first."), m -> m.size() == 1);
        Client.until(() -> mails(desks.mirela, "panel@harbour-board.example", "Sent by hand"), m -> m.size() == 1);
        Client.until(() -> mails(desks.mirela, "henrike", "Sent by hand"), m -> m.size() == 1);
        assertThat(desks.mirela.post(path + "/looks", Map.of("files", files)).must(200).body().get(0).get("hindrance").asString())
                .contains("P01 is still at Review, with");
        assertThat(desks.mirela.post(path, sending).must(409).type()).isEqualTo("cannot-be-sent");
        decideAll(desks.as("Tomasz Łęgowicz"), passage, 3, "Chapter 4 again.");
        ended(desks.mirela, passage);
        Client.until(() -> mails(desks.mirela, "panel@harbour-board.example", "Chapter 4 again."), m -> m.size() == 1);
        String follows = at(desks.mirela.reviewOf(passage)) + "/following";
        JsonNode following = desks.mirela.get(follows).must(200).body().get("files").get(0);
        assertThat(following.get("account").asString()).isEqualTo("Back with its author.");
        assertThat(Client.until(() -> desks.mirela.get(follows).must(200).body().get("files").get(0),
                f -> f.get("done").asBoolean()).get("sent").asInt()).isGreaterThan(2);
    }

    @Test
    void everyReviewIsListedAndItsDatesComeIntoACalendar(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("listed", "Tomasz Łęgowicz");
        JsonNode passage = desks.send("listed", "Listed.pdf").getFirst();
        JsonNode rows = desks.mirela.get(desks.project + "/reviews?which=OPEN&route=listed").must(200).body().get("items");
        assertThat(rows).hasSize(1);
        assertThat(rows.get(0).get("first").get("what").asString()).contains("Listed");
        assertThat(rows.get(0).get("with").get(0).get("person").asString()).isEqualTo("Tomasz Łęgowicz");
        List<Integer> left = desks.mirela.get(desks.project + "/reviews?which=OPEN&order=DUE").must(200).body().get("items").valueStream()
                .map(r -> r.get("times").path("workingDaysLeft").asInt(99)).toList();
        assertThat(left).as("the most urgent first").isSorted();
        Client tomasz = desks.as("Tomasz Łęgowicz");
        String address = tomasz.post("/api/desk/calendar-link", Map.of()).must(200).body().get("address").asString();
        String path = address.substring(address.indexOf("/calendar/"));
        String calendar = app.nobody().get(path).must(200).raw().body();
        assertThat(calendar).startsWith("BEGIN:VCALENDAR").contains("BEGIN:VEVENT", "Due: Approval", "NAME:Pervius: due for Tomasz",
                "REFRESH-INTERVAL;VALUE=DURATION:PT15M", "BEGIN:VALARM", "TRIGGER:-PT2H").doesNotContain("Listed");
        tomasz.delete("/api/desk/calendar-link").must(204);
        app.nobody().get(path).must(404);
        decideAll(tomasz, passage, 1, "");
        assertThat(desks.mirela.get(desks.project + "/reviews?which=CLOSED&route=listed").must(200).body().get("items").get(0).get("ended")
                .get(0).get("code").asInt()).isEqualTo(1);
        assertThat(desks.mirela.get(desks.project + "/reviews/table?which=ALL&route=listed&order=NEWEST&format=CSV").must(200).raw().body())
                .contains("1 × 1, accepted");
        JsonNode turnaround = desks.mirela.get(desks.project + "/turnaround?days=30").must(200).body();
        assertThat(turnaround.get("byRoute").valueStream().filter(t -> t.get("what").asString().equals("listed")).findFirst().orElseThrow()
                .get("steps").asInt()).isEqualTo(1);
    }

    @Test
    void holidaysComeFromACalendarAndMoveDueDates(App app) {
        Desks desks = new Desks(app);
        String ics = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//KWB//Holidays//EN\r\n"
                + "BEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20260101T000000Z\r\nDTSTART;VALUE=DATE:20291224"
                + "\r\nDTEND;VALUE=DATE:20291227\r\nSUMMARY:Winter break\r\nEND:VEVENT\r\n"
                + "BEGIN:VEVENT\r\nUID:2\r\nDTSTAMP:20260101T000000Z\r\nDTSTART:20290101T090000Z\r\nSUMMARY:A "
                        + "meeting\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
        JsonNode read = desks.mirela.postBytes(desks.project + "/holidays", ics.getBytes()).must(200).body();
        assertThat(read.valueStream().map(h -> h.get("day").asString() + " " + h.get("name").asString()))
                .containsExactly("2029-12-24 Winter break", "2029-12-25 Winter break", "2029-12-26 Winter break");
        assertThat(desks.mirela.postBytes(desks.project + "/holidays", "no calendar".getBytes()).must(400).sentence())
                .startsWith("This is no iCalendar file");
        JsonNode project = desks.mirela.get("/api/projects").must(200).body().get(0);
        desks.mirela.put(desks.project + "/working-days", Map.of("version", project.get("version").asInt(), "daysOff",
                List.of("SATURDAY", "SUNDAY"), "startOfDay", "17:00", "endOfDay", "08:00", "holidays", read)).must(400);
        desks.mirela.put(desks.project + "/working-days", Map.of("version", project.get("version").asInt(), "daysOff",
                List.of("SATURDAY", "SUNDAY"), "startOfDay", "08:00", "endOfDay", "17:00", "holidays", read)).must(204);
        assertThat(desks.mirela.get("/api/projects").must(200).body().get(0).get("workingDays").get("holidays")).hasSize(3);
    }
}
