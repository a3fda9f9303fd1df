package app.pervius.server.messages;

import static app.pervius.server.Desks.mails;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.outbound.Parcel;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Whom rules and wishes tell, in which words, who sees whom, and why each gets it. */
class WhomAndHowTest {

    private static final String DNM = "Work in progress / Dunmarrow Works";
    private static Running.App app;

    @BeforeAll
    static void start() {
        app = Running.start("demo", Map.of());
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static long folder(Client mirela, String name) {
        return mirela.post("/api/folders/" + mirela.folder(DNM) + "/folders", Map.of("name", name, "values", Map.of("type", "RP",
                "discipline", "C"))).must(201).body().get("id").asLong();
    }

    private static Map<String, Object> person(Desks desks, String name) {
        return Map.of("kind", "PERSON", "id", desks.person(name));
    }

    private static Map<String, Object> telling(String name, long folder, Map<String, Object> telling) {
        Map<String, Object> form = RuleForms.watching(name, folder, "ARRIVED", "", Map.of("kind", "AUTHOR"));
        form.put("stations", Map.of("tell", Map.of("tellings", List.of(telling))));
        return form;
    }

    private static JsonNode only(Desks desks, String recipient, String text) {
        return app.until(() -> mails(desks.mirela, recipient, text), found -> found.size() == 1).getFirst();
    }

    private static JsonNode said(Client who, String subject) {
        long id = app.until(() -> who.get("/api/projects/" + who.project() + "/messages").must(200).body().get("items").valueStream()
                .filter(m -> m.get("subject").asString().equals(subject)).toList(), l -> l.size() == 1).getFirst().get("id").asLong();
        return who.get("/api/messages/" + id).must(200).body();
    }

    @Test
    void whoeverIsInCopySeesWhoElseGotItInTheRulesOwnWordsAndWhy() {
        Desks desks = new Desks(app);
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = folder(desks.mirela, "Openly");
        RuleForms.inForce(desks.mirela, telling("Tells openly", folder, Map.of("occasion", "ARRIVED", "whom",
                List.of(person(desks, "Kwabena Adofori")), "inCopy", List.of(person(desks, "Mirela Draganova"), Map.of("kind", "ADDRESS",
                        "address", "site@elsewhere.example")), "subject", "Look at {name}", "text", "Came from {firm}.", "important",
                                true)));
        site.submit(DNM + " / Openly", "Openly told.pdf");
        JsonNode mail = only(desks, "kwabena", "Openly told");
        assertThat(mail.get("subject").asString()).isEqualTo("Look at Openly told.pdf");
        assertThat(mail.get("important").asBoolean()).isTrue();
        assertThat(mail.get("inCopy").asString()).contains("mirela", "site@elsewhere.example").doesNotContain("kwabena");
        assertThat(mail.get("text").asString()).contains("Came from Dunmarrow Works.", "You get this because the rule names you.");
        assertThat(only(desks, "site@elsewhere", "Openly told").get("inCopy").asString()).isEqualTo(mail.get("inCopy").asString());
        JsonNode copy = said(desks.mirela, "Look at Openly told.pdf");
        assertThat(copy.get("openlyTo").valueStream().map(JsonNode::asString)).singleElement().asString().startsWith("kwabena");
        assertThat(copy.get("inCopy")).hasSize(2);
    }

    @Test
    void theFormIsReadBackAsItWasWrittenAndACopyNeedsSomebodyWhoIsTold() {
        Desks desks = new Desks(app);
        long folder = folder(desks.mirela, "Read back");
        Map<String, Object> says = new HashMap<>(Map.of("occasion", "DECIDED", "whom", List.of(Map.of("kind", "FOLLOWERS")), "inCopy",
                List.of(Map.of("kind", "LEAD")), "subject", "S {number}", "text", "", "important", true));
        JsonNode rule = RuleForms.row(desks.mirela, RuleForms.inForce(desks.mirela, telling("Read back", folder, says)));
        JsonNode telling = rule.findValue("tellings").get(0);
        assertThat(telling.get("subject").asString()).isEqualTo("S {number}");
        assertThat(telling.get("important").asBoolean()).isTrue();
        assertThat(telling.get("inCopy").get(0).get("kind").asString()).isEqualTo("LEAD");
        says.put("whom", List.of());
        assertThat(desks.mirela.post("/api/projects/" + desks.mirela.project() + "/rules/looks", Map.of("rule", telling("To nobody", folder,
                says))).must(200).body().get("findings").findValuesAsString("sentence"))
                .contains("Somebody gets a copy of what is told to nobody.");
    }

    @Test
    void whoFollowsAFolderIsToldWithoutARuleUntilHeLeavesOff() {
        Desks desks = new Desks(app);
        Client site = app.as("Oluwaseun Finchley-Ade");
        Client kwabena = app.as("Kwabena Adofori");
        long above = folder(desks.mirela, "Followed");
        desks.mirela.post("/api/folders/" + above + "/folders", Map.of("name", "Below", "values", Map.of())).must(201);
        String following = "/api/projects/" + kwabena.project() + "/following";
        kwabena.put(following + "/FOLDER/" + above, Map.of()).must(204);
        kwabena.put(following + "/FOLDER/" + above, Map.of()).must(204);
        assertThat(kwabena.get(following).must(200).body().valueStream().filter(f -> f.get("thing").asLong() == above)).singleElement()
                .satisfies(f -> assertThat(f.get("name").asString()).isEqualTo(DNM + " / Followed"));
        site.submit(DNM + " / Followed / Below", "Followed one.pdf");
        assertThat(only(desks, "kwabena", "Followed one").get("text").asString())
                .contains("You get this because you follow " + DNM + " / Followed.");
        kwabena.delete(following + "/FOLDER/" + above).must(204);
        site.submit(DNM + " / Followed / Below", "Followed two.pdf");
        // Another follower hears of the third one, and whoever hands it in does not, though he follows too.
        app.as("Oluwaseun Finchley-Ade").put(following + "/FOLDER/" + above, Map.of()).must(204);
        desks.mirela.put(following + "/FOLDER/" + above, Map.of()).must(204);
        site.submit(DNM + " / Followed / Below", "Followed three.pdf");
        only(desks, "mirela", "Followed three");
        assertThat(mails(desks.mirela, "oluwaseun", "Followed three")).isEmpty();
        assertThat(mails(desks.mirela, "kwabena", "Followed two")).isEmpty();
        assertThat(mails(desks.mirela, "kwabena", "Followed three")).isEmpty();
    }

    @Test
    void whatSomebodyMayNotSeeIsNeitherFollowedNorTold() {
        Desks desks = new Desks(app);
        Client priya = app.as("Priya Venkatarangan");
        long folder = folder(desks.mirela, "Not for others");
        String following = "/api/projects/" + priya.project() + "/following";
        priya.put(following + "/FOLDER/" + folder, Map.of()).must(404);
        priya.put(following + "/DOCUMENT/" + Long.MAX_VALUE, Map.of()).must(404);
        assertThat(priya.get(following).must(200).body()).isEmpty();
    }

    @Test
    void aProjectsOwnWordsStandWhereARuleHasNone() {
        Desks desks = new Desks(app);
        Client site = app.as("Oluwaseun Finchley-Ade");
        String words = "/api/projects/" + desks.mirela.project() + "/usual-words";
        assertThat(desks.mirela.put(words + "/STOPPED", Map.of("subject", "", "text", "Of {nobody}", "version", 0)).must(400).sentence())
                .startsWith("At character 4: ");
        desks.mirela.put(words + "/ARRIVED", Map.of("subject", "{name} is here", "text", "Usually said of {name}.", "version", 0))
                .must(204);
        assertThat(desks.mirela.put(words + "/ARRIVED", Map.of("subject", "", "text", "", "version", 0)).must(409).type())
                .endsWith("changed-meanwhile");
        assertThat(site.get(words).status()).isEqualTo(403);
        long folder = folder(desks.mirela, "Usual words");
        RuleForms.inForce(desks.mirela, telling("No words", folder, Map.of("occasion", "ARRIVED", "whom",
                List.of(person(desks, "Kwabena Adofori")), "text", "")));
        site.submit(DNM + " / Usual words", "Said usually.pdf");
        JsonNode mail = only(desks, "kwabena", "Usually said of Said usually.pdf");
        assertThat(mail.get("subject").asString()).isEqualTo("Said usually.pdf is here");
        desks.mirela.put(words + "/ARRIVED", Map.of("subject", "", "text", "", "version", 1)).must(204);
    }

    @Test
    void wordsBeingWrittenAreShownAsTheyWouldReadAndFaultsWithTheirPlace() {
        Desks desks = new Desks(app);
        String letters = "/api/projects/" + desks.mirela.project() + "/rules/letters";
        JsonNode newest = desks.mirela.post(letters, Map.of("occasion", "ISSUED", "subject", "Look: {title}", "text", "By {author}.",
                "rule", "My rule")).must(200).body();
        JsonNode passage = desks.mirela.get("/api/passages/" + newest.get("passage").asLong()).must(200).body();
        assertThat(newest.get("subject").asString()).isEqualTo("Look: " + passage.findValue("title").asString());
        assertThat(newest.get("text").asString()).contains("Sent by rule “My rule”.", "By ");
        assertThat(newest.get("faults")).isEmpty();
        JsonNode faulty = desks.mirela.post(letters, Map.of("occasion", "ISSUED", "subject", "", "text", "Of {nobody}", "rule", "",
                "passage", newest.get("passage").asLong())).must(200).body();
        assertThat(faulty.get("faults").get(0).get("part").asString()).isEqualTo("text");
        assertThat(faulty.get("faults").get(0).get("at").asInt()).isEqualTo(4);
        assertThat(faulty.get("subject").asString()).as("the usual one").startsWith("[KWR] ");
        desks.mirela.post(letters, Map.of("occasion", "INVITED", "subject", "", "text", "", "rule", "")).must(400);
        desks.mirela.post(letters, Map.of("occasion", "ISSUED", "subject", "", "text", "", "rule", "", "passage", 1L)).must(404);
    }

    @Test
    void watchingRulesSpeakOfEveryStepOfAFilesWay() {
        Desks desks = new Desks(app);
        Client priya = app.as("Priya Venkatarangan");
        long folder = desks.mirela.folder("Work in progress / Aldermoor Civils");
        List<Map<String, Object>> tellings = List.of("NUMBERED", "STEP_BEGUN", "DECIDED", "COMPLETE").stream()
                .map(o -> Map.<String, Object>of("occasion", o, "whom", List.of(person(desks, "Mirela Draganova")), "text",
                        "Spoken on " + o)).toList();
        Map<String, Object> form = RuleForms.watching("Speaks of everything", folder, "ARRIVED", "", Map.of("kind", "AUTHOR"));
        form.put("stations", Map.of("tell", Map.of("tellings", tellings)));
        RuleForms.inForce(desks.mirela, form);
        priya.submit("Work in progress / Aldermoor Civils / Drawings", "Every step.pdf");
        assertThat(only(desks, "mirela", "Spoken on NUMBERED").get("text").asString()).as("in one message").contains("Spoken on STEP_BEGUN")
                .doesNotContain("Spoken on DECIDED");
    }

    @Test
    void whatAsksForADecisionKeepsItsSubjectWhateverElseIsSaidWithIt() {
        Desks desks = new Desks(app);
        long folder = desks.mirela.folder("Work in progress / Aldermoor Civils / Drawings");
        long rule = RuleForms.inForce(desks.mirela, telling("Beside the asking", folder, Map.of("occasion", "ARRIVED", "whom",
                List.of(person(desks, "Kwabena Adofori")), "subject", "Beside {name}", "text", "Said beside.")));
        app.as("Priya Venkatarangan").submit("Work in progress / Aldermoor Civils / Drawings", "Asked and told.pdf");
        JsonNode mail = only(desks, "kwabena", "Said beside.");
        assertThat(mail.get("text").asString()).contains("Asked and told", "it is yours to decide, and because the rule names you");
        assertThat(mail.get("subject").asString()).contains("waiting for your decision").doesNotContain("Beside");
        desks.mirela.delete("/api/rules/" + rule + "?version=" + RuleForms.row(desks.mirela, rule).get("version").asInt()).must(204);
    }

    @Test
    void whatWasIssuedIsToldOfThroughAndWhenALaterRevisionTakesItsPlace() {
        Desks desks = new Desks(app);
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = folder(desks.mirela, "Filed and superseded");
        long shared = desks.mirela.folder("Shared / Site documents");
        Map<String, Object> form = RuleForms.handling("Files at once", folder, "documents", "civil", shared);
        RuleForms.with(RuleForms.with(form, "review", Map.of()), "issue", RuleForms.filedAtOnce(RuleForms.into(shared, "S2")));
        RuleForms.inForce(desks.mirela, RuleForms.with(form, "tell", Map.of("tellings", List.of("COMPLETE", "SUPERSEDED", "ISSUED").stream()
                .map(o -> Map.<String, Object>of("occasion", o, "whom", List.of(Map.of("kind", o.equals("ISSUED") ? "AUTHOR" : "EARLIER"),
                        person(desks, "Mirela Draganova")), "text", "Then " + o + " {name}")).toList())));
        JsonNode passage = site.settled(site.submit(DNM + " / Filed and superseded", "First one.pdf")).getFirst();
        assertThat(only(desks, "mirela", "Then ISSUED First one.pdf").get("text").asString()).as("in one message")
                .contains("Then COMPLETE First one.pdf");
        site.submit(DNM + " / Filed and superseded", passage.get("names").get("number").asString() + ".pdf");
        assertThat(only(desks, "mirela", "Then SUPERSEDED First one.pdf").get("subject").asString()).contains("superseded");
        assertThat(only(desks, "oluwaseun", "Then COMPLETE " + passage.get("names").get("number").asString()).get("text").asString())
                .contains("because you were told of an earlier revision");
    }

    @Test
    void aMessageGivenUpIsToldOfAndItsAddressIsMarkedUntilOneGoesThere() {
        Desks desks = new Desks(app);
        long folder = desks.mirela.folder("Work in progress / Aldermoor Civils / Drawings");
        Map<String, Object> form = RuleForms.watching("Of failures", folder, "ARRIVED", "", Map.of("kind", "AUTHOR"));
        form.put("stations", Map.of("tell", Map.of("tellings", List.of(
                Map.of("occasion", "MESSAGE_FAILED", "whom", List.of(person(desks, "Mirela Draganova")), "text", "Failed: {reason}")))));
        RuleForms.inForce(desks.mirela, form);
        long priya = desks.person("Priya Venkatarangan");
        app.as("Priya Venkatarangan").settled(app.as("Priya Venkatarangan")
                .submit("Work in progress / Aldermoor Civils / Drawings", "Reaches nobody.pdf"));
        Message message = app.until(() -> app.bean(MessageRepository.class).findAll().stream().filter(m -> m.personId != null
                && m.personId == priya && m.text.contains("Reaches nobody")).toList(), found -> !found.isEmpty()).getFirst();
        app.bean(TransactionTemplate.class).executeWithoutResult(status -> app.bean(Postman.class).givenUp(new Parcel(0, "x", message.id(),
                0), 1, "550 nobody of that name"));
        assertThat(only(desks, "mirela", "Failed: 550 nobody of that name").get("text").asString()).contains("Reaches nobody");
        String failing = "/api/projects/" + desks.mirela.project() + "/failing-addresses";
        assertThat(desks.mirela.get(failing).must(200).body().valueStream()).singleElement().satisfies(f -> {
            assertThat(f.get("person").asLong()).isEqualTo(priya);
            assertThat(f.get("words").asString()).isEqualTo("550 nobody of that name");
        });
        app.as("Priya Venkatarangan").submit("Work in progress / Aldermoor Civils / Drawings", "Reaches her again.pdf");
        app.until(() -> desks.mirela.get(failing).must(200).body().valueStream().toList(), List::isEmpty);
    }
}
