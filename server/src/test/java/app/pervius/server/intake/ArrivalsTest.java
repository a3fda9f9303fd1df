package app.pervius.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** How files come to be in a folder: dropped anew, as a new version, moved, copied, placed by a rule, or lying there already. */
@ExtendWith(Running.class)
class ArrivalsTest {

    private static final String SITE = "Work in progress / Dunmarrow Works";

    private static long make(Client who, String name) {
        return who.post("/api/folders/" + who.folder(SITE) + "/folders",
                Map.of("name", name, "values", Map.of("type", "RP", "discipline", "C"))).must(201).body().get("id").asLong();
    }

    private static Map<String, Object> on(Map<String, Object> form, String... events) {
        form.put("conditions", List.of(Map.of("kind", "EVENT", "events", List.of(events))));
        return form;
    }

    private static Map<String, Object> filing(String name, long folder, long target, String status) {
        return RuleForms.with(RuleForms.with(RuleForms.handling(name, folder, "documents", "civil", target), "review", Map.of()), "issue",
                RuleForms.filedAtOnce(RuleForms.into(target, status)));
    }

    private static void drop(Client who, long id) {
        who.delete("/api/rules/" + id + "?version=" + RuleForms.row(who, id).get("version").asInt()).must(204);
    }

    private static List<JsonNode> files(Client who, long folder) {
        return who.get("/api/folders/" + folder).must(200).body().get("files").get("items").valueStream().map(r -> r.get("file")).toList();
    }

    private static Stream<JsonNode> passages(Client who, long folder) {
        return Client.until(() -> who.get("/api/projects/" + who.project() + "/passages?which=ALL&folder=" + folder).must(200).body()
                .get("items"), items -> !items.isEmpty()
                && items.valueStream().noneMatch(r -> r.get("passage").get("at").get("state").asString().equals("RUNNING"))).valueStream()
                .map(r -> r.get("passage"));
    }

    @Test
    void newFilesNewVersionsMovedAndCopiedOnesAreDifferentEvents(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long from = make(mirela, "Events from");
        long to = make(mirela, "Events to");
        long shared = mirela.folder("Shared / Site documents");
        List<Long> rules = List.of(RuleForms.inForce(mirela, on(filing("Takes new", to, shared, "S2"), "NEW_FILE")),
                RuleForms.inForce(mirela, on(filing("Takes newer", to, shared, "S2"), "NEW_VERSION")),
                RuleForms.inForce(mirela, on(filing("Takes moved", to, shared, "S2"), "MOVED_IN")),
                RuleForms.inForce(mirela, on(filing("Takes copied", to, shared, "S2"), "COPIED_IN")));
        assertThat(site.settled(site.submit(SITE + " / Events to", "One.pdf")).getFirst().get("rule").asString()).startsWith("Takes new (");
        assertThat(site.settled(site.submit(SITE + " / Events to", "One.pdf")).getFirst().get("rule").asString())
                .startsWith("Takes newer (");
        site.submit(SITE + " / Events from", "Two.pdf", "Three.pdf");
        Map<String, Long> lying = new HashMap<>();
        files(site, from).forEach(f -> lying.put(f.get("name").asString(), f.get("id").asLong()));
        site.post("/api/folders/" + to + "/arrivals", Map.of("files", List.of(lying.get("Two.pdf")), "how", "MOVE")).must(200);
        site.post("/api/folders/" + to + "/arrivals", Map.of("files", List.of(lying.get("Three.pdf")), "how", "COPY")).must(200);
        assertThat(files(site, from)).extracting(f -> f.get("name").asString()).containsExactly("Three.pdf");
        assertThat(site.get("/api/folders/" + from).must(200).body().get("traces").valueStream()
                .map(t -> t.get("name").asString() + " to " + t.get("path").asString() + " by " + t.get("by").asString()))
                .containsExactly("Two.pdf to " + SITE + " / Events to by Marisol Quintavalle");
        Map<String, String> byName = new HashMap<>();
        passages(mirela, to).forEach(p -> byName.put(p.get("names").get("originalName").asString(), p.path("rule").asString("")));
        assertThat(byName.get("Two.pdf")).startsWith("Takes moved (");
        assertThat(byName.get("Three.pdf")).startsWith("Takes copied (");
        assertThat(site.post("/api/folders/" + to + "/arrivals", Map.of("files", List.of(lying.get("Two.pdf")), "how", "MOVE")).must(409)
                .type()).isEqualTo("files-gone");
        rules.forEach(id -> drop(mirela, id));
    }

    @Test
    void whatIsOnItsWayIsNotMovedAndNobodyTakesFilesFromWhereTheyMayNot(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        Client yusuf = app.as("Yusuf Karaderin");
        long from = make(mirela, "Stays");
        long to = make(mirela, "Wanted");
        long rule = RuleForms.inForce(mirela, RuleForms.handling("Holds it", from, "documents", "civil",
                mirela.folder("Shared / Site documents")));
        site.settled(site.submit(SITE + " / Stays", "Held.pdf"));
        long file = files(site, from).getFirst().get("id").asLong();
        assertThat(site.post("/api/folders/" + to + "/arrivals", Map.of("files", List.of(file), "how", "MOVE")).must(409).sentence())
                .contains("is on its way and stays where it is");
        yusuf.post("/api/folders/" + to + "/arrivals", Map.of("files", List.of(file), "how", "COPY")).must(404);
        yusuf.post("/api/folders/" + yusuf.folder("Work in progress / Fennick Hydraulics / Drawings") + "/arrivals",
                Map.of("files", List.of(file), "how", "COPY")).must(404);
        site.post("/api/folders/" + to + "/arrivals", Map.of("files", List.of(file), "how", "COPY")).must(200);
        assertThat(files(site, to)).hasSize(1);
        drop(mirela, rule);
    }

    @Test
    void whatIsFiledByMovingLeavesTheFolderItCameInAndATraceOfWhereItWent(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long from = make(mirela, "Moves on");
        long shared = mirela.folder("Shared / Site documents");
        Map<String, Object> place = RuleForms.into(shared, "S2");
        place.put("manner", "MOVE");
        Map<String, Object> form = RuleForms.with(filing("Moves it", from, shared, "S2"), "issue", RuleForms.filedAtOnce(place));
        long rule = RuleForms.inForce(mirela, form);
        JsonNode passage = site.settled(site.submit(SITE + " / Moves on", "Moved minutes.pdf")).getFirst();
        assertThat(passage.get("at").get("ended").asString()).isEqualTo("ISSUED");
        JsonNode folder = site.get("/api/folders/" + from).must(200).body();
        assertThat(folder.get("files").get("items").size()).isZero();
        assertThat(folder.get("traces").toString()).contains("Moved minutes.pdf");
        drop(mirela, rule);
    }

    @Test
    void whatIsStoppedBeforeItHasANumberIsOnItsWayAndCannotBeSentByHand(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = make(mirela, "Stopped here");
        long rule = RuleForms.inForce(mirela, RuleForms.with(RuleForms.handling("Reads names", folder, "documents", "civil",
                mirela.folder("Shared / Site documents")), "identify",
                RuleForms.identify("{type}_{title}")));
        assertThat(site.settled(site.submit(SITE + " / Stopped here", "No type.pdf")).getFirst().get("at").get("state").asString())
                .isEqualTo("STOPPED");
        List<Long> its = List.of(files(site, folder).getFirst().get("id").asLong());
        JsonNode look = mirela.post("/api/folders/" + folder + "/sendings/looks", Map.of("files", its)).must(200).body().get(0);
        assertThat(look.get("hindrance").asString()).isEqualTo("It is on its way already: see its passage.");
        assertThat(mirela.post("/api/folders/" + folder + "/sendings",
                Map.of("files", its, "route", "civil", "purpose", "", "message", "", "persons", List.of(), "addresses", List.of()))
                .must(409).type()).isEqualTo("cannot-be-sent");
        drop(mirela, rule);
    }

    @Test
    void whatLayThereBeforeARuleIsSentThroughOnlyWhenAskedFor(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = make(mirela, "Lay there");
        site.submit(SITE + " / Lay there", "Old one.pdf", "Old two.pdf");
        long rule = RuleForms.inForce(mirela, filing("Comes late", folder, mirela.folder("Shared / Site documents"), "S2"));
        JsonNode lying = mirela.get("/api/projects/" + mirela.project() + "/lying?rules=" + rule).must(200).body().get(0);
        assertThat(lying.get("files").asInt()).isEqualTo(2);
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/passages?which=ALL&folder=" + folder).must(200).body().get("items"))
                .isEmpty();
        mirela.post("/api/projects/" + mirela.project() + "/rules/" + rule + "/runs-on-lying", Map.of()).must(200);
        assertThat(passages(mirela, folder).map(p -> p.get("at").get("ended").asString()).toList()).containsExactly("ISSUED", "ISSUED");
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/lying?rules=" + rule).must(200).body().get(0).get("files").asInt())
                .isZero();
        drop(mirela, rule);
    }

    @Test
    void whatPerviusPlacesIsTakenOnOnlyByARuleThatAsksForItAndGoesToItsOwnEnd(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = make(mirela, "Chain");
        long next = mirela.post("/api/folders/" + mirela.folder("Shared / Site documents") + "/folders",
                Map.of("name", "Chained", "values", Map.of())).must(201).body().get("id").asLong();
        long last = mirela.folder("Published / For construction");
        long first = RuleForms.inForce(mirela, filing("First link", folder, next, "S2"));
        long blind = RuleForms.inForce(mirela, filing("Does not ask", next, last, "CR"));
        site.settled(site.submit(SITE + " / Chain", "Link.pdf"));
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/passages?which=ALL&folder=" + next).must(200).body().get("items"))
                .isEmpty();
        drop(mirela, blind);
        long asks = RuleForms.inForce(mirela, on(filing("Asks for it", next, last, "CR"), "PLACED"));
        JsonNode before = site.settled(site.submit(SITE + " / Chain", "Link two.pdf")).getFirst();
        JsonNode after = passages(mirela, next).findFirst().orElseThrow();
        assertThat(after.get("names").get("number").asString()).isEqualTo(before.get("names").get("number").asString());
        assertThat(after.get("names").get("revision").asString()).isEqualTo("P01");
        assertThat(after.get("at").get("ended").asString()).isEqualTo("ISSUED");
        assertThat(files(mirela, last)).extracting(f -> f.get("name").asString())
                .contains(before.get("names").get("number").asString() + "_P01_CR.pdf");
        List.of(first, asks).forEach(id -> drop(mirela, id));
    }

    @Test
    void aRuleThatWouldGoRoundIsRefusedWhenItCouldBeProved(App app) {
        Client mirela = app.as("Mirela Draganova");
        long folder = make(mirela, "Round");
        long id = RuleForms.add(mirela, on(filing("Goes round", folder, folder, ""), "PLACED", "NEW_FILE"));
        assertThat(RuleForms.putInForce(mirela, id).must(409).sentence())
                .contains("It goes round: what it places in “" + SITE + " / Round” it takes again.");
        drop(mirela, id);
    }

    @Test
    void aPastArrivalThatCameToNothingRunsAgainAsTheSameRevision(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = make(mirela, "Again");
        long rule = RuleForms.inForce(mirela, RuleForms.handling("Runs again", folder, "documents", "civil",
                mirela.folder("Shared / Site documents")));
        JsonNode first = site.settled(site.submit(SITE + " / Again", "Once more.pdf")).getFirst();
        assertThat(mirela.post("/api/passages/" + first.get("id").asLong() + "/runs", Map.of()).must(409).type()).isEqualTo("on-its-way");
        JsonNode review = site.get("/api/passages/" + first.get("id").asLong() + "/take-back").must(200).body();
        site.post("/api/reviews/" + review.get("review").asLong() + "/take-backs", Map.of("turn", review.get("turn").asInt(), "reason", ""))
                .must(204);
        site.post("/api/passages/" + first.get("id").asLong() + "/runs", Map.of()).must(403);
        long again = mirela.post("/api/passages/" + first.get("id").asLong() + "/runs", Map.of()).must(200).body().get("passage").asLong();
        JsonNode now = Client.until(() -> mirela.get("/api/passages/" + again).must(200).body().get("row").get("passage"),
                p -> p.get("at").has("due"));
        assertThat(now.get("names").get("number").asString() + " " + now.get("names").get("revision").asString())
                .isEqualTo(first.get("names").get("number").asString() + " P01");
        assertThat(mirela.get("/api/passages/" + again + "/explanation").must(200).body().get("taken").asString()).isEqualTo("Runs again");
        drop(mirela, rule);
    }

    @Test
    void fieldsThatAreAskedForComeOnceWithTheSubmission(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = mirela.post("/api/folders/" + mirela.folder(SITE) + "/folders", Map.of("name", "Asking", "values", Map.of()))
                .must(201).body().get("id").asLong();
        Map<String, Object> identify = RuleForms.identify();
        identify.put("asks", List.of("type", "discipline"));
        long rule = RuleForms.inForce(mirela, RuleForms.with(RuleForms.handling("Asks", folder, "documents", "civil",
                mirela.folder("Shared / Site documents")), "identify", identify));
        assertThat(site.get("/api/folders/" + folder).must(200).body().get("asks").valueStream().map(JsonNode::asString))
                .containsExactly("type", "discipline");
        JsonNode stopped = site.settled(site.submit(SITE + " / Asking", "Nobody said.pdf")).getFirst();
        assertThat(stopped.get("at").get("stop").get("fields").valueStream().map(JsonNode::asString)).containsExactly("type", "discipline");
        Map<String, Object> entry = Map.of("purpose", "", "given", Map.of("type", "SP", "discipline", "E"), "files",
                List.of(Map.of("name", "Said.pdf", "size", Client.content("Said.pdf").length)));
        long id = site.post("/api/folders/" + folder + "/submissions", entry).must(201).body().get("id").asLong();
        site.putBytes("/api/submissions/" + id + "/files/0", Client.content("Said.pdf")).must(204);
        site.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        assertThat(site.settled(id).getFirst().get("names").get("number").asString()).startsWith("KWR-DNM-E-SP-");
        site.post("/api/folders/" + folder + "/submissions", Map.of("purpose", "", "given", Map.of("type", "ZZ"), "files",
                List.of(Map.of("name", "x.pdf", "size", 1)))).must(400);
        drop(mirela, rule);
    }

    @Test
    void watchingRulesTellOfArrivalsStopsAndIssuesInTheirOwnWordsOnceEach(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long folder = make(mirela, "Watched");
        long shared = mirela.folder("Shared / Site documents");
        long rule = RuleForms.inForce(mirela, RuleForms.with(filing("Files it", folder, shared, "S2"), "tell",
                RuleForms.tell("ISSUED", RuleForms.AUTHOR)));
        long someone = mirela.person();
        long one = RuleForms.inForce(mirela, RuleForms.watching("Watches issues", folder, "ISSUED",
                "{number} [{revision} ]of {firm}: {title}", Map.of("kind", "PERSON", "id", someone)));
        long two = RuleForms.inForce(mirela, RuleForms.watching("Watches too", folder, "ISSUED", "",
                Map.of("kind", "PERSON", "id", someone)));
        long kept = make(mirela, "Kept and watched");
        long three = RuleForms.inForce(mirela, RuleForms.watching("Watches what is kept", kept, "ARRIVED", "came: {name}",
                Map.of("kind", "PERSON", "id", someone)));
        JsonNode filed = site.settled(site.submit(SITE + " / Watched", "Seen by many.pdf")).getFirst();
        String said = filed.get("names").get("number").asString() + " P01 of Dunmarrow Works: Seen by many";
        JsonNode mail = Client.until(() -> mirela.get("/api/mail-room").must(200).body(), m -> m.toString().contains(said));
        assertThat(mail.valueStream().filter(m -> m.toString().contains(said)).toList()).singleElement()
                .satisfies(m -> assertThat(m.toString()).contains("Watches issues (edition 1), Watches too (edition 1)"));
        site.submit(SITE + " / Kept and watched", "Only kept.pdf");
        Client.until(() -> mirela.get("/api/mail-room").must(200).body(), m -> m.toString().contains("came: Only kept.pdf"));
        List.of(rule, one, two, three).forEach(id -> drop(mirela, id));
    }
}
