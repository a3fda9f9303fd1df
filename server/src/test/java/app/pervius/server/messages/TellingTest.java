package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What rules tell reaches those it names, in the words it says, once. */
@ExtendWith(Running.class)
class TellingTest {

    private static final String DNM = "Work in progress / Dunmarrow Works";

    private static long folder(Client mirela, String name) {
        return mirela.post("/api/folders/" + mirela.folder(DNM) + "/folders",
                Map.of("name", name, "values", Map.of("discipline", "C", "type", "MS"))).must(201).body().get("id").asLong();
    }

    private static List<JsonNode> mails(Client who, String recipient, String text) {
        return who.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("recipient").asString().startsWith(recipient) && (m.get("text").asString() + m.get("subject").asString())
                        .contains(text)).toList();
    }

    private static Map<String, Object> telling(String occasion, List<Map<String, Object>> whom, String text) {
        return Map.of("occasion", occasion, "whom", whom, "text", text);
    }

    private static void decide(App app, String name, JsonNode passage, int code, String comment) {
        Client who = app.as(name);
        JsonNode review = Client.until(() -> who.reviewOf(passage), r -> r.get("may").get("decide").asBoolean());
        who.decide(review, passage, code, comment).must(204);
        who.closeStep(review).must(204);
    }

    @Test
    void aWatchingRuleTellsAddressesOutsideOfFilesOnlyKeptAndIsLookedAfterLikeAnyOther(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = folder(mirela, "Only kept");
        site.submit(DNM + " / Only kept", "Before there was a rule.pdf");
        long rule = RuleForms.inForce(mirela, RuleForms.watching("Tells the panel", folder, "ARRIVED", "Look at {name}, please.",
                Map.of("kind", "ADDRESS", "address", "panel@kept.example")));
        List<JsonNode> foretold = site.lines("/api/folders/" + folder + "/previews",
                Map.of("files", List.of(Map.of("name", "Kept.pdf", "size", 5)), "given", Map.of()));
        assertThat(foretold.getFirst().get("arrival").get("tried").get("told").findValuesAsString("who")).as("the preview says who is told")
                .containsExactly("panel@kept.example");
        site.submit(DNM + " / Only kept", "Kept.pdf");
        JsonNode mail = Client.until(() -> mails(mirela, "panel@kept", "Kept.pdf"), m -> m.size() == 1).getFirst();
        assertThat(mail.get("subject").asString()).as("the file, not the text")
                .startsWith("[KWR] Kept.pdf arrived (").doesNotContain("please");
        assertThat(mail.get("text").asString()).contains("Look at Kept.pdf, please.", "In " + DNM + " / Only kept", "/folders/" + folder);
        assertThat(RuleForms.row(mirela, rule).get("fitted").asLong()).isEqualTo(1);
        JsonNode run = mirela.get("/api/rules/" + rule + "/watched").must(200).body().get("items").get(0);
        assertThat(run.get("what").asString()).isEqualTo("Kept.pdf");
        assertThat(run.get("told").asInt()).isEqualTo(1);
        List<JsonNode> rehearsed = mirela.lines("/api/projects/" + mirela.project() + "/trials",
                Map.of("last", 20, "folder", folder, "passages", List.of(), "files", List.of(), "onlyDifferent", false,
                "inForce", true)).stream().filter(l -> l.has("arrival")).map(l -> l.get("arrival")).toList();
        assertThat(rehearsed).extracting(a -> a.get("name").asString()).containsExactly("Before there was a rule.pdf", "Kept.pdf");
        assertThat(rehearsed.getFirst().get("tried").get("told")).hasSize(1);
    }

    @Test
    void whatGoesBackSaysWhyAndNamesTheDecision(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = folder(mirela, "Back with reason");
        Map<String, Object> form = RuleForms.handling("Back with reason", folder, "documents", "civil",
                mirela.folder("Shared / Site documents"));
        RuleForms.inForce(mirela, RuleForms.with(form, "tell", Map.of("tellings",
                List.of(telling("RETURNED", List.of(Map.of("kind", "ADDRESS", "address", "reason@back.example")),
                "Because: {reason}. Decided {decision}.")))));
        JsonNode passage = site.settled(site.submit(DNM + " / Back with reason", "Reason.pdf")).getFirst();
        decide(app, "Kwabena Adofori", passage, 1, "");
        decide(app, "Tomasz Łęgowicz", passage, 4, "Not on this project.");
        Client.until(() -> mails(mirela, "reason@back", "Because: Not on this project.. Decided 4, rejected."), m -> m.size() == 1);
        String number = mirela.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage").get("names")
                .get("number")
                .asString();
        assertThat(mirela.get("/api/passages/" + passage.get("id").asLong()).must(200).raw().body())
                .contains("(Tomasz Łęgowicz: 4, rejected: Not on this project.)");
        JsonNode next = site.settled(site.submit(DNM + " / Back with reason", number + ".pdf")).getFirst();
        assertThat(next.get("names").get("revision").asString()).as("one that comes all the same is taken as the next").isEqualTo("P02");
    }

    @Test
    void theOriginatorIsToldOfAStopUnlessTheRuleSaysWhoIs(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long told = folder(mirela, "Stops told");
        RuleForms.inForce(mirela, RuleForms.with(RuleForms.handling("Stops told", told, "documents", "civil",
                mirela.folder("Shared / Site documents")), "identify", RuleForms.identify("{type}-{title}")));
        site.settled(site.submit(DNM + " / Stops told", "Nonsense told.pdf"));
        Client.until(() -> mails(mirela, "oluwaseun", "Nonsense told.pdf"), m -> m.size() == 1);
        long untold = folder(mirela, "Stops not told");
        Map<String, Object> form = RuleForms.with(RuleForms.handling("Stops not told", untold, "documents", "civil",
                mirela.folder("Shared / Site documents")), "identify", RuleForms.identify("{type}-{title}"));
        RuleForms.inForce(mirela, RuleForms.with(form, "tell", Map.of("tellings", List.of(telling("STOPPED", List.of(), "")))));
        site.settled(site.submit(DNM + " / Stops not told", "Nonsense untold.pdf"));
        Client.until(() -> mails(mirela, "mirela", "Nonsense untold.pdf"), m -> m.size() == 1);
        assertThat(mails(mirela, "oluwaseun", "Nonsense untold.pdf")).isEmpty();
        assertThat(RuleForms.named(mirela, "Stops not told").get("words").get("tell").toString())
                .contains("When stopped tells nobody but document control.");
    }

    @Test
    void nobodyGetsTwoMessagesOfOneMomentAboutOneThing(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Oluwaseun Finchley-Ade");
        long folder = folder(mirela, "Once only");
        long kwabena = mirela.get("/api/projects/" + mirela.project() + "/people").must(200).body().get("people").valueStream()
                .filter(p -> p.get("name").asString().equals("Kwabena Adofori"))
                .findFirst().orElseThrow().get("id").asLong();
        Map<String, Object> form = RuleForms.handling("Once only", folder, "documents", "civil", mirela.folder("Shared / Site documents"));
        RuleForms.inForce(mirela, RuleForms.with(form, "tell", Map.of("tellings",
                List.of(telling("ARRIVED", new ArrayList<>(List.of(new HashMap<>(Map.of("kind", "PERSON", "id", kwabena)))),
                "For your eyes, once.")))));
        site.settled(site.submit(DNM + " / Once only", "Once only.pdf"));
        List<JsonNode> mails = Client.until(() -> mails(mirela, "kwabena", "Once only"), m -> !m.isEmpty());
        assertThat(mails).hasSize(1);
        assertThat(mails.getFirst().get("subject").asString()).contains("waiting for your decision");
        assertThat(mails.getFirst().get("text").asString()).contains("For your eyes, once.");
    }
}
