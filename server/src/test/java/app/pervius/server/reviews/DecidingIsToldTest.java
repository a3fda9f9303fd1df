package app.pervius.server.reviews;

import static app.pervius.server.Desks.at;
import static app.pervius.server.Desks.decideAll;
import static app.pervius.server.Desks.ended;
import static app.pervius.server.Desks.chase;
import static app.pervius.server.Desks.form;
import static app.pervius.server.Desks.mails;
import static app.pervius.server.Desks.step;
import static app.pervius.server.Desks.who;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.reviews.chasing.StandingIn;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Those who decide, and those who look after it, are told what has happened: each thing once, and as it is. */
@ExtendWith(Running.class)
class DecidingIsToldTest {

    private static List<String> subjects(List<JsonNode> mails) {
        return mails.stream().map(m -> m.get("subject").asString()).toList();
    }

    /** All mails to somebody about a text, once one of them has a word in its subject. */
    private static List<JsonNode> told(Desks desks, String recipient, String text, String subject) {
        return Client.until(() -> mails(desks.mirela, recipient, text), m -> m.stream()
                .anyMatch(one -> one.get("subject").asString().contains(subject)));
    }

    @Test
    void reopeningSaysWhatItIsToEverybodyAndTheDocumentNoLongerSaysItWasDecided(App app) {
        Desks desks = new Desks(app);
        Client priya = desks.as("Priya Venkatarangan");
        Client tomasz = desks.as("Tomasz Łęgowicz");
        JsonNode passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Reopened truly.pdf")).getFirst();
        decideAll(desks.as("Kwabena Adofori"), passage, 1, "");
        decideAll(tomasz, passage, 1, "");
        String number = ended(desks.mirela, passage).get("names").get("number").asString();
        int arrivals = subjects(mails(desks.mirela, "priya", number)).stream().filter(s -> s.contains("arrived")).toList().size();
        desks.mirela.post("/api/passages/" + passage.get("id").asLong() + "/reopenings", Map.of("reason", "Wrong load case.")).must(204);

        assertThat(subjects(told(desks, "tomasz", "Wrong load case.", "open again, waiting for your decision")))
                .as("one message, which names the reopening").hasSize(1);
        told(desks, "priya", "Wrong load case.", "decision withdrawn, open again");
        assertThat(subjects(mails(desks.mirela, "priya", number)).stream().filter(s -> s.contains("arrived")).toList())
                .as("it has not arrived again").hasSize(arrivals);
        assertThat(tomasz.reviewOf(passage).get("submission").get("message").asString()).isEqualTo("Reopened: Wrong load case.");
        JsonNode revision = priya.get("/api/documents/by-number?project=KWR&number=" + number).must(200).body().get("revisions").get(0);
        assertThat(revision.get("onItsWay").asBoolean()).isTrue();
        assertThat(revision.has("status") || revision.has("decision") || revision.has("issuedAt"))
                .as("nothing of the decision stands there").isFalse();
        assertThat(revision.get("files").findValuesAsString("name")).containsExactly(number + "_P01_withdrawn.pdf");
    }

    @Test
    void theLeadWhoHasAnsweredIsToldWhoseAnswerIsMissing(App app) {
        Desks desks = new Desks(app);
        Map<String, Object> together = step("Look together", "APPROVAL",
                List.of(who("PERSON", desks.person("Henrike Solvangen")), who("PERSON", desks.person("Kwabena Adofori"))));
        together.putAll(Map.of("needs", "ALL", "drawing", "LEAD"));
        desks.route("lead-told", form("Lead told", List.of(together)));
        JsonNode passage = desks.send("lead-told", "Lead is told.pdf").getFirst();
        Client lead = desks.as("Henrike Solvangen");
        JsonNode review = lead.reviewOf(passage);
        lead.decide(review, passage, 1, "").must(204);
        assertThat(lead.closeStep(review).must(409).sentence()).endsWith("What is missing is the answer of Kwabena Adofori.");
    }

    @Test
    void whoComesToCloseAStepTooLateIsToldWhoClosedIt(App app) {
        Desks desks = new Desks(app);
        long role = desks.role("Race checker", "Kwabena Adofori", "Henrike Solvangen");
        desks.route("race", form("Race", List.of(step("Approval", "APPROVAL", List.of(who("ROLE", role))))));
        JsonNode passage = desks.send("race", "Race.pdf").getFirst();
        JsonNode review = desks.mirela.reviewOf(passage);
        desks.as("Kwabena Adofori").decide(review, passage, 1, "").must(204);
        desks.as("Kwabena Adofori").closeStep(review).must(204);
        assertThat(desks.as("Henrike Solvangen").closeStep(review).must(409).sentence())
                .startsWith("Kwabena Adofori closed the step “Approval”");
    }

    @Test
    void takenBackPassedOnAndSplitOffAreCalledSo(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("called-so", "Tomasz Łęgowicz");
        List<JsonNode> passages = desks.send("called-so", "Called a.pdf", "Called b.pdf");
        JsonNode review = desks.mirela.reviewOf(passages.get(0));
        desks.mirela.post(at(review) + "/splits", Map.of("turn", 0, "passages", List.of(passages.get(1).get("id").asLong()))).must(200);
        told(desks, "tomasz", "has split this off", "to be decided in another review");
        desks.as("Tomasz Łęgowicz").post(at(review) + "/passings",
                Map.of("turn", 0, "to", desks.person("Henrike Solvangen"), "note", "Yours, called so")).must(204);
        told(desks, "henrike", "Yours, called so", "passed on to you");
        desks.as("Priya Venkatarangan").post(at(review) + "/take-backs", Map.of("turn", 0, "reason", "Called back so")).must(204);
        assertThat(subjects(told(desks, "henrike", "Called back so", "taken back"))).noneMatch(s -> s.contains("back to the author"));
    }

    @Test
    void filesStoppedTogetherAreOneMessageAndNoneToWhoStopsThem(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("stopped-once", "Tomasz Łęgowicz");
        JsonNode passage = desks.send("stopped-once", "Stopped once a.pdf", "Stopped once b.pdf").getFirst();
        desks.mirela.post(at(desks.mirela.reviewOf(passage)) + "/stops", Map.of("reason", "Stopped once, for all.")).must(204);
        Client.until(() -> mails(desks.mirela, "aoife", "Stopped once, for all."), m -> !m.isEmpty());
        Client.until(() -> mails(desks.mirela, "priya", "Stopped once, for all."), m -> m.size() == 1);
        assertThat(mails(desks.mirela, "aoife", "Stopped once, for all.")).hasSize(1);
        assertThat(mails(desks.mirela, "mirela", "Stopped once, for all.")).isEmpty();
    }

    @Test
    void movedStepsAreOneMessageAndItIsSaidWhoDecidesTwiceAndWhereNewOnesGo(App app) {
        Desks desks = new Desks(app);
        long first = desks.role("First mover", "Aoife Ní Raghnaill");
        desks.route("moved-once", form("Moved once", List.of(step("Look", "REVIEW", List.of(who("ROLE", first))),
                step("Approval", "APPROVAL", List.of(who("PERSON", desks.person("Tomasz Łęgowicz")))))));
        desks.send("moved-once", "Moved once a.pdf");
        desks.send("moved-once", "Moved once b.pdf");
        JsonNode moved = desks.mirela.post(desks.project + "/moved-steps",
                Map.of("from", desks.person("Aoife Ní Raghnaill"), "to", desks.person("Tomasz Łęgowicz"), "reason", "Moved for this test"))
                .must(200).body();
        assertThat(moved.get("moved").asInt()).isEqualTo(2);
        assertThat(moved.get("warnings").valueStream().map(JsonNode::asString))
                .anyMatch(w -> w.startsWith("Tomasz Łęgowicz decides on ") && w.contains("“Look” and in “Approval”"))
                .anyMatch(w -> w.startsWith("New steps still go to Aoife Ní Raghnaill, who holds “First mover”"));
        List<JsonNode> mails = Client.until(() -> mails(desks.mirela, "tomasz", "Moved for this test"), m -> !m.isEmpty());
        assertThat(mails).hasSize(1);
        assertThat(mails.getFirst().get("subject").asString()).contains("2 steps moved to you");
    }

    @Test
    void whatHangsOnAPersonLeadsToWhereItIsPutRight(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("hanging-here", "Henrike Solvangen");
        long henrike = desks.person("Henrike Solvangen");
        desks.send("hanging-here", "Hanging.pdf");
        assertThat(desks.mirela.get(desks.project + "/people/" + henrike + "/hanging").must(200).body().findValuesAsString("place"))
                .contains("/people?part=away&from=" + henrike, "/routes?route=hanging-here");
    }

    @Test
    void aDeputyIsToldOfWhatWaitsAlready(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("waits-already", "Kwabena Adofori");
        String reference = desks.mirela.get("/api/submissions/" + desks.send("waits-already", "Waits already.pdf").getFirst()
                .get("from").get("submission").asLong()).must(200).body().get("reference").asString();
        Client kwabena = desks.as("Kwabena Adofori");
        long me = desks.person("Kwabena Adofori");
        String today = LocalDate.now().toString();
        kwabena.post(desks.project + "/absences", Map.of("person", me, "deputy", desks.person("Henrike Solvangen"), "from", today, "to",
                today, "note", "at the dentist")).must(201);
        try {
            app.bean(StandingIn.class).look();
            List<JsonNode> mails = Client.until(() -> mails(desks.mirela, "henrike", reference + ", "), m -> m.stream()
                    .anyMatch(x -> x.get("subject").asString().contains("you stand in for Kwabena Adofori")));
            app.bean(StandingIn.class).look();
            assertThat(mails(desks.mirela, "henrike", "at the dentist")).as("once").hasSize(1);
            assertThat(mails).isNotEmpty();
        } finally {
            kwabena.get(desks.project + "/absences").must(200).body().valueStream().filter(a -> a.get("person").asLong() == me)
                    .forEach(a -> kwabena.delete(desks.project + "/absences/" + a.get("id").asLong()).must(204));
        }
    }

    @Test
    void whatWillBeSentToWhomIsSeenBeforehand(App app) {
        Desks desks = new Desks(app);
        Map<String, Object> look = step("Look", "APPROVAL", List.of(who("PERSON", desks.person("Henrike Solvangen"))));
        look.put("chase", chase(1, 1, 2, List.of(desks.role("Approver").get("id").asLong()),
                Map.of("kind", "COUNTS", "code", 1, "daysAfter", 3)));
        desks.route("foreseen", form("Foreseen", List.of(look)));
        JsonNode review = desks.mirela.reviewOf(desks.send("foreseen", "Foreseen.pdf").getFirst());
        List<JsonNode> chasing = desks.mirela.get(at(review) + "/chasing").must(200).body().valueStream().toList();
        assertThat(chasing).extracting(c -> c.get("kind").asString())
                .containsExactly("REMIND_BEFORE", "REMIND_AFTER", "ESCALATE", "SILENCE");
        assertThat(chasing.getFirst().get("whom").toString()).isEqualTo("[\"Henrike Solvangen\"]");
        assertThat(chasing.get(2).get("whom").toString()).contains("Tomasz Łęgowicz");
        assertThat(chasing.getLast().get("code").asInt()).isEqualTo(1);
    }

    @Test
    void aCrowdedDeskIsNarrowedDownByWordsAndPutInAnotherOrder(App app) {
        Desks desks = new Desks(app);
        desks.approvedBy("narrowed", "Henrike Solvangen");
        JsonNode wanted = desks.send("narrowed", "Łatwy narrowing.pdf").getFirst();
        long newest = desks.send("narrowed", "Another one of many.pdf").getFirst().get("from").get("submission").asLong();
        Client henrike = desks.as("Henrike Solvangen");
        assertThat(henrike.get("/api/desk/reviews?text=latwy").must(200).body().valueStream()
                .map(r -> r.get("submission").get("id").asLong()))
                .containsExactly(wanted.get("from").get("submission").asLong());
        assertThat(henrike.get("/api/desk/reviews?text=nothing+like+that").must(200).body()).isEmpty();
        assertThat(henrike.get("/api/desk/reviews?order=NEWEST").must(200).body().get(0).get("submission").get("id").asLong())
                .isEqualTo(newest);
    }

    @Test
    void whatFollowsCountsTheMessagesOfThisOutcomeOnly(App app) {
        Desks desks = new Desks(app);
        Client priya = desks.as("Priya Venkatarangan");
        JsonNode passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Counted outcome.pdf")).getFirst();
        decideAll(desks.as("Kwabena Adofori"), passage, 1, "");
        JsonNode review = desks.mirela.reviewOf(passage);
        decideAll(desks.as("Tomasz Łęgowicz"), passage, 1, "");
        ended(desks.mirela, passage);
        JsonNode follows = Client.until(() -> desks.mirela.get(at(review) + "/following").must(200).body().get("files").get(0),
                f -> f.get("done").asBoolean());
        JsonNode document = desks.mirela.get("/api/documents/by-number?project=KWR&number=" + Desks.passage(desks.mirela, passage)
                .get("row").get("passage").get("names").get("number").asString()).must(200).body();
        List<String> occasions = document.get("messages").findValuesAsString("occasion");
        assertThat(occasions).contains("ARRIVED", "TO_DECIDE");
        assertThat(follows.get("messages").asLong()).isEqualTo(occasions.stream().filter("ISSUED"::equals).count());
    }
}
