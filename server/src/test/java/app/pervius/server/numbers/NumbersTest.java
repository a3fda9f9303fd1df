package app.pervius.server.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.integrity.Integrity;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Numbers as people take, reserve, void and take them over. */
@ExtendWith(Running.class)
class NumbersTest {

    static Map<String, Object> scheme(String name, String pattern, List<String> countsPer) {
        return new HashMap<>(Map.of("name", name, "of", "DOCUMENTS", "pattern", pattern, "countsPer", countsPer, "yearly", false, "start",
                1, "step", 1, "sources", List.of()));
    }

    static void inForce(Client mirela, String key, Map<String, Object> scheme) {
        mirela.put("/api/projects/" + mirela.project() + "/schemes/" + key, Map.of("after", 0, "scheme", scheme)).must(200);
    }

    private static Map<String, Object> wanted(String title, int count, Map<String, String> values) {
        return Map.of("values", values, "title", title, "ownReference", "", "count", count);
    }

    private static Client.Answer take(Client who, String scheme, String title, int count, Map<String, String> values) {
        return who.post("/api/projects/" + who.project() + "/schemes/" + scheme + "/numbers", wanted(title, count, values));
    }

    private static JsonNode line(Client who, String scheme, String number) {
        return who.get("/api/projects/" + who.project() + "/schemes/" + scheme + "/ledger").must(200).body().get("items").valueStream()
                .filter(l -> l.get("number").asString().equals(number)).findFirst().orElseThrow();
    }

    private static JsonNode counter(Client who, String scheme, String combination) {
        return who.get("/api/projects/" + who.project() + "/schemes").must(200).body().valueStream()
                .filter(s -> s.get("key").asString().equals(scheme))
                .flatMap(s -> s.get("counters").valueStream()).filter(c -> c.get("combination").asString().equals(combination)).findFirst()
                .orElseThrow();
    }

    private static void mustBeWhole(App app) {
        assertThat(app.bean(Integrity.class).examine().parts().stream().filter(p -> p.subject().equals("Numbers"))
                .flatMap(p -> p.sentences().stream())).isEmpty();
    }

    @Test
    void aNumberTakenBeforehandIsFilledByTheDrawingThatComesWithIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode taken = take(yusuf, "documents", "Stop log slots", 1, Map.of("discipline", "H", "type", "DR")).must(201).body().get(0);
        String number = taken.get("number").asString();
        assertThat(number).matches("KWR-FNK-H-DR-\\d{4}");
        assertThat(line(mirela, "documents", number).get("state").asString()).isEqualTo("TAKEN");
        assertThat(yusuf.get("/api/projects/" + yusuf.project() + "/documents-found?text=" + number).must(200).body().get(0).get("title")
                .asString()).isEqualTo("Stop log slots");
        JsonNode passage = yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", number + "_P01.pdf")).getFirst();
        assertThat(passage.get("names").get("number").asString()).isEqualTo(number);
        assertThat(passage.get("names").get("revision").asString()).isEqualTo("P01");
        assertThat(passage.get("names").get("title").asString()).isEqualTo("Stop log slots");
        assertThat(line(mirela, "documents", number).get("state").asString()).isEqualTo("ASSIGNED");
        assertThat(yusuf.post("/api/projects/" + yusuf.project() + "/numbers/given-up", Map.of("number", number, "reason", "no need"))
                .must(409).sentence())
                .contains("is assigned");
        mustBeWhole(app);
    }

    @Test
    void aRunIsTakenWholeOrNotAtAll(App app) {
        Client mirela = app.as("Mirela Draganova");
        inForce(mirela, "small-run", scheme("Small run", "SR-{counter:1}", List.of()));
        assertThat(take(mirela, "small-run", "Seven of them", 7, Map.of()).must(201).body()).hasSize(7);
        assertThat(take(mirela, "small-run", "Three more", 3, Map.of()).must(409).sentence())
                .isEqualTo("The counter of scheme “Small run” is full: 10 does not fit, it takes exactly 1 character.");
        assertThat(counter(mirela, "small-run", "").get("next").asLong()).isEqualTo(8);
        assertThat(take(mirela, "small-run", "Two more", 2, Map.of()).must(201).body().get(1).get("number").asString()).isEqualTo("SR-9");
        mustBeWhole(app);
    }

    @Test
    void whatWasTakenIsGivenUpByItsFirmAndNeverAssignedAgain(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        inForce(mirela, "give-up", scheme("Give up", "GU-{originator}-{counter:3}", List.of("originator")));
        String number = take(yusuf, "give-up", "Never drawn", 1, Map.of()).must(201).body().get(0).get("number").asString();
        Map<String, String> reason = Map.of("number", number, "reason", "The pier was left out");
        app.as("Priya Venkatarangan").post("/api/projects/" + yusuf.project() + "/numbers/given-up", reason).must(404);
        yusuf.post("/api/projects/" + yusuf.project() + "/numbers/given-up", reason).must(204);
        JsonNode line = line(mirela, "give-up", number);
        assertThat(line.get("state").asString()).isEqualTo("VOIDED");
        assertThat(line.get("reason").asString()).isEqualTo("The pier was left out");
        assertThat(take(yusuf, "give-up", "Another", 1, Map.of()).must(201).body().get(0).get("number").asString()).isEqualTo("GU-FNK-002");
        JsonNode stopped = yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", number + "_P01.pdf")).getFirst();
        assertThat(stopped.get("at").get("stop").get("reason").asString())
                .contains("was voided and will never be used: The pier was left out");
        mustBeWhole(app);
    }

    @Test
    void aNumberInUseCannotBeVoided(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode passage = yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "In use.pdf")).getFirst();
        String number = passage.get("names").get("number").asString();
        assertThat(mirela.post("/api/projects/" + mirela.project() + "/numbers/voided", Map.of("number", number, "reason", "by mistake"))
                .must(409).sentence())
                .isEqualTo(number + " cannot be voided: its revision P01 is on its way.");
    }

    @Test
    void aRangeIsReservedTakenAwayAndUsedAndTheRestGivenBack(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        long fennick = firm(mirela, "FNK");
        inForce(mirela, "reserved", scheme("Reserved", "RS-{originator}-{counter:3}", List.of("originator")));
        long id = mirela.post("/api/projects/" + mirela.project() + "/reservations",
                Map.of("scheme", "reserved", "values", Map.of(), "count", 5, "firm", fennick,
                "until", LocalDate.now().plusDays(30).toString(), "reason", "Intake drawings")).must(201).body().get("id").asLong();
        assertThat(yusuf.get("/api/reservations/" + id + "/numbers?format=CSV").must(200).raw().body().lines())
                .hasSize(6).anyMatch(l -> l.startsWith("RS-FNK-005,,reserved,"));
        app.as("Priya Venkatarangan").get("/api/reservations/" + id + "/numbers?format=CSV").must(404);
        assertThat(take(yusuf, "reserved", "Beside the range", 1, Map.of()).must(201).body().get(0).get("number").asString())
                .isEqualTo("RS-FNK-006");

        String folder = "Work in progress / Fennick Hydraulics / Drawings";
        JsonNode used = yusuf.settled(yusuf.submit(folder, "RS-FNK-002_P01_Trash rack.pdf")).getFirst();
        assertThat(used.get("names").get("number").asString()).isEqualTo("RS-FNK-002");
        assertThat(used.get("names").get("title").asString()).isEqualTo("Trash rack");
        Client priya = app.as("Priya Venkatarangan");
        JsonNode others = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Inlet_RS-FNK-003_P01.pdf"))
                .getFirst();
        assertThat(others.get("at").get("stop").get("reason").asString()).isEqualTo(
                "The name carries the number RS-FNK-003, which is not free for Aldermoor Civils.");

        mirela.delete("/api/reservations/" + id + "?version=" + reservation(mirela, id).get("version").asInt()).must(204);
        assertThat(line(mirela, "reserved", "RS-FNK-001").get("state").asString()).isEqualTo("GIVEN_BACK");
        assertThat(line(mirela, "reserved", "RS-FNK-002").get("state").asString()).isEqualTo("ASSIGNED");
        assertThat(line(mirela, "reserved", "RS-FNK-003").get("state").asString()).as("it was seen, so it stays").isEqualTo("RESERVED");
        mustBeWhole(app);
        assertThat(take(yusuf, "reserved", "First free one", 4, Map.of()).must(201).body().valueStream()
                .map(n -> n.get("number").asString()))
                .containsExactly("RS-FNK-001", "RS-FNK-004", "RS-FNK-005", "RS-FNK-007");
        mustBeWhole(app);
    }

    /** They may share a transaction; what the first made of the number is known to the second. */
    @Test
    void ofTwoRevisionsOfAReservedNumberThatComeTogetherTheSecondFindsTheFirst(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        inForce(mirela, "together", scheme("Together", "TG-{originator}-{counter:3}", List.of("originator")));
        mirela.post("/api/projects/" + mirela.project() + "/reservations", Map.of("scheme", "together", "values", Map.of(), "count", 2,
                "firm", firm(mirela, "FNK"), "until", LocalDate.now().plusDays(30).toString(), "reason", "Both at once")).must(201);
        long submission = yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "TG-FNK-001_P01_Trash rack.pdf",
                "TG-FNK-001_P02_Trash rack.pdf");
        JsonNode both = Client.until(() -> yusuf.get("/api/projects/" + yusuf.project() + "/passages?which=ALL&submission="
                + submission).must(200).body().get("items"), rows -> rows.size() == 2 && rows.valueStream().noneMatch(row ->
                row.get("passage").get("at").get("state").asString().equals("RUNNING")));
        assertThat(both.get(0).get("passage").get("at").path("stop").path("code").asString()).as("%s", both)
                .isEqualTo("ALREADY_ON_ITS_WAY");
        mustBeWhole(app);
    }

    @Test
    void aReservationIsOverWhenItsDayIs(App app) {
        Client mirela = app.as("Mirela Draganova");
        inForce(mirela, "expires", scheme("Expires", "EX-{originator}-{counter:3}", List.of("originator")));
        long id = mirela.post("/api/projects/" + mirela.project() + "/reservations",
                Map.of("scheme", "expires", "values", Map.of(), "count", 3, "firm", firm(mirela, "FNK"),
                "until", LocalDate.now().plusDays(1).toString(), "reason", "Soon over")).must(201).body().get("id").asLong();
        app.bean(JdbcClient.class).sql("update reservation set until_day = ? where id = ?").params(LocalDate.now().minusDays(2), id)
                .update();
        app.bean(ReservationsOver.class).look();
        assertThat(reservation(mirela, id).get("ended")).isNotNull();
        assertThat(line(mirela, "expires", "EX-FNK-002").get("state").asString()).isEqualTo("GIVEN_BACK");
        mustBeWhole(app);
    }

    private static JsonNode reservation(Client who, long id) {
        return who.get("/api/projects/" + who.project() + "/reservations").must(200).body().get("items").valueStream()
                .filter(r -> r.get("id").asLong() == id).findFirst().orElseThrow();
    }

    private static long firm(Client who, String code) {
        return who.get("/api/projects/" + who.project() + "/people").must(200).body().get("firms").valueStream()
                .filter(f -> f.get("code").asString().equals(code)).findFirst().orElseThrow().get("id").asLong();
    }

    @Test
    void theNextNumberIsSetUpwardsWithAReason(App app) {
        Client mirela = app.as("Mirela Draganova");
        inForce(mirela, "upwards", scheme("Upwards", "UP-{type}-{counter:3}", List.of("type")));
        take(mirela, "upwards", "First", 1, Map.of("type", "DR")).must(201);
        String path = "/api/projects/" + mirela.project() + "/schemes/upwards/next";
        assertThat(mirela.put(path, Map.of("combination", "DR", "next", 1, "reason", "back")).must(400).sentence())
                .contains("can only be set higher");
        assertThat(mirela.put(path, Map.of("combination", "DR", "next", 1000, "reason", "too far")).must(400).sentence())
                .contains("more digits than the 3");
        assertThat(mirela.put(path, Map.of("combination", "XX", "next", 50, "reason", "no such")).must(400).sentence())
                .contains("is no counter of this scheme");
        mirela.put(path, Map.of("combination", "DR", "next", 101, "reason", "1 to 100 are on paper")).must(204);
        assertThat(take(mirela, "upwards", "After", 1, Map.of("type", "DR")).must(201).body().get(0).get("number").asString())
                .isEqualTo("UP-DR-101");
        JsonNode stretches = mirela.get("/api/projects/" + mirela.project() + "/schemes/upwards/strip?combination=DR").must(200).body()
                .get("stretches");
        assertThat(stretches.valueStream().map(s -> s.get("from").asLong() + "-" + s.get("to").asLong() + " " + s.get("state").asString()))
                .containsExactly("1-1 TAKEN", "2-100 GAP", "101-101 TAKEN");
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/schemes/upwards/journal").must(200).body().valueStream()
                .map(e -> e.get("account").asString()))
                .contains("Set the next number of DR from 2 to 101: 1 to 100 are on paper");
        mustBeWhole(app);
    }

    private static Client.Answer takeOver(Client who, String scheme, boolean look, String csv) {
        return who.postBytes("/api/projects/" + who.project() + "/schemes/" + scheme + "/taken-over?look=" + look,
                csv.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void aListIsTakenOverWholeOrNotAtAll(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        inForce(mirela, "old", scheme("Old", "OL-{originator}-{counter:3}", List.of("originator")));
        JsonNode wrong = takeOver(mirela, "old", false, "Number;Title;Originator;Revision\nOL-FNK-001;Weir;FNK;P02\n"
                + "OL-FNK-01;Weir;FNK;\nOL-FNK-001;Twice;FNK;\nOL-FNK-003;;ZZZ;Q9\n")
                .must(200).body();
        assertThat(wrong.get("faults").valueStream().map(f -> f.get("row").asInt() + " " + f.get("column").asString()))
                .containsExactlyInAnyOrder(
                "3 Number", "4 Number", "5 Title", "5 Originator", "5 Revision");
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/schemes/old/ledger").must(200).body().get("items")).isEmpty();

        String sound = "Number,Title,Revision,Own reference\nOL-FNK-001,Weir,P02,F/17\nOL-FNK-002,Sluice,,\nOL-FNK-005,\"Gate, left\",,\n";
        assertThat(takeOver(mirela, "old", true, sound).must(200).body().get("faults")).isEmpty();
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/schemes/old/ledger").must(200).body().get("items"))
                .as("only looked at").isEmpty();
        assertThat(takeOver(mirela, "old", false, sound).must(200).body().get("known").asInt()).isZero();
        assertThat(takeOver(mirela, "old", false, sound).must(200).body().get("known").asInt()).as("again changes nothing").isEqualTo(3);
        assertThat(counter(mirela, "old", "FNK").get("next").asLong()).isEqualTo(3);
        assertThat(take(yusuf, "old", "New ones", 3, Map.of()).must(201).body().valueStream().map(n -> n.get("number").asString()))
                .containsExactly("OL-FNK-003", "OL-FNK-004", "OL-FNK-006");
        JsonNode passage = yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "OL-FNK-001.pdf")).getFirst();
        assertThat(passage.get("names").get("revision").asString()).as("after the revision it was taken over with").isEqualTo("P03");
        assertThat(yusuf.get("/api/projects/" + yusuf.project() + "/documents-found?text=F/17").must(200).body().get(0).get("number")
                .asString()).isEqualTo("OL-FNK-001");
        mustBeWhole(app);
    }

    @Test
    void aSchemeTakesEachValueOfAListOnce(App app) {
        Client mirela = app.as("Mirela Draganova");
        mirela.putBytes("/api/projects/" + mirela.project() + "/number-lists/plates?name=Pump+plates",
                "Plate\n7A\n7B\n".getBytes(StandardCharsets.UTF_8)).must(200);
        Map<String, Object> plates = scheme("Plates", "PU-{plate}", List.of());
        plates.put("sources", List.of(Map.of("key", "plate", "label", "Plate", "kind", "LIST", "from", "plates")));
        inForce(mirela, "plates", plates);
        assertThat(take(mirela, "plates", "Pumps", 2, Map.of()).must(201).body().valueStream().map(n -> n.get("number").asString()))
                .containsExactly("PU-7A", "PU-7B");
        assertThat(take(mirela, "plates", "One more", 1, Map.of()).must(409).sentence()).contains("every value of it has been used");
        assertThat(mirela.putBytes("/api/projects/" + mirela.project() + "/number-lists/plates?name=Pump+plates",
                "Plate\n7A\n9Z\n".getBytes(StandardCharsets.UTF_8))
                .must(200).body().get("added").asInt()).isEqualTo(1);
        assertThat(take(mirela, "plates", "One more", 1, Map.of()).must(201).body().get(0).get("number").asString()).isEqualTo("PU-9Z");
    }

    @Test
    void aSchemeThatCannotWorkIsRefusedWithTheReason(App app) {
        Client mirela = app.as("Mirela Draganova");
        String path = "/api/projects/" + mirela.project() + "/schemes/";
        assertThat(mirela.put(path + "bad", Map.of("after", 0, "scheme", scheme("Bad", "B-{counter:3}", List.of("type")))).must(400)
                .sentence())
                .contains("two counters would write the same one");
        inForce(mirela, "twice", scheme("Twice", "TW-{counter:3}", List.of()));
        assertThat(mirela.put(path + "twice", Map.of("after", 0, "scheme", scheme("Twice", "TW-{counter:4}", List.of()))).must(409).type())
                .endsWith("changed-meanwhile");
        assertThat(mirela.put(path + "twice", Map.of("after", 1, "scheme", scheme("Twice", "TW-{counter:4}", List.of()))).must(200).body()
                .get("edition").asInt()).isEqualTo(2);
        assertThat(mirela.get(path + "twice/editions").must(200).body().valueStream().map(e -> e.get("form").get("pattern").asString()))
                .containsExactly("TW-{counter:4}", "TW-{counter:3}");
    }

    @Test
    void existingFilesAreNumberedOnRequestAndFoundByTheirOldNames(App app) {
        Client mirela = app.as("Mirela Draganova");
        long folder = mirela.post("/api/folders/" + mirela.folder("Work in progress / Dunmarrow Works") + "/folders",
                Map.of("name", "From before", "values", Map.of("type", "RP", "discipline", "N"))).must(201).body().get("id").asLong();
        Client site = app.as("Marisol Quintavalle");
        String path = "Work in progress / Dunmarrow Works / From before";
        site.submit(path, "Otter survey.pdf", "Otter survey.docx", "Eel count.pdf");
        Map<String, Object> wanted = Map.of("scheme", "documents", "files", List.of(), "values", Map.of());
        JsonNode would = site.post("/api/folders/" + folder + "/numbering/preview", wanted).must(200).body();
        assertThat(would.valueStream().map(r -> r.get("number").asString()).distinct()).hasSize(2);
        JsonNode done = site.post("/api/folders/" + folder + "/numbering", wanted).must(200).body();
        assertThat(done).isEqualTo(would);
        String number = done.valueStream().filter(r -> r.get("name").asString().startsWith("Otter")).findFirst().orElseThrow().get("number")
                .asString();
        assertThat(site.get("/api/folders/" + folder).must(200).body().get("files").get("items").valueStream()
                .map(f -> f.get("file").get("name").asString()))
                .contains(number + "_Otter survey.pdf", number + "_Otter survey.docx");
        assertThat(site.get("/api/projects/" + site.project() + "/documents-found?text=otter").must(200).body().get(0).get("number")
                .asString()).isEqualTo(number);
        assertThat(site.post("/api/folders/" + folder + "/numbering", wanted).must(200).body().valueStream()
                .map(r -> r.get("why").asString()))
                .allMatch(why -> why.startsWith("It has the number "));
        JsonNode document = site.get("/api/projects/" + site.project() + "/documents-found?text=otter").must(200).body().get(0);
        assertThat(document.get("lies").asBoolean()).as("it has come: it lies here").isTrue();
        assertThat(site.text("/api/projects/" + site.project() + "/documents/table?which=NOT_COME&format=CSV")).doesNotContain(number);
        assertThat(mirela.get("/api/projects/" + mirela.project() + "/schemes/documents/ledger").must(200).body().get("items").valueStream()
                .filter(l -> l.get("number").asString().equals(number))
                .map(l -> l.get("state").asString() + " " + l.get("title").asString())).containsExactly("ASSIGNED Otter survey");
        mustBeWhole(app);
    }

    @Test
    void aCounterBeginsWhereOneSaysAndTheSampleShowsWhatReallyComesNext(App app) {
        Client mirela = app.as("Mirela Draganova");
        String schemes = "/api/projects/" + mirela.project() + "/schemes/";
        inForce(mirela, "begun", scheme("Begun", "BG-{discipline}-{counter:4}", List.of("discipline")));
        mirela.put(schemes + "begun/next", Map.of("combination", "C", "next", 300, "reason", "Numbers up to 299 were given on paper."))
                .must(204);
        mirela.put(schemes + "begun/next", Map.of("combination", "nonsense", "next", 300, "reason", "x")).must(400);
        Map<String, Object> wanted = Map.of("values", Map.of("discipline", "C"), "title", "First after the paper", "ownReference", "",
                "count", 1);
        assertThat(mirela.post(schemes + "begun/numbers", wanted).must(201).body().get(0).get("number").asString()).isEqualTo("BG-C-0300");
        JsonNode sample = mirela.get("/api/projects/" + mirela.project() + "/schemes").must(200).body().valueStream()
                .filter(s -> s.get("key").asString().equals("begun")).findFirst().orElseThrow().get("sample");
        assertThat(String.join("", sample.findValuesAsString("text"))).isEqualTo("BG-C-0301");
        mustBeWhole(app);
    }

    /** Eight at once on one counter and on several: no number twice, none missing. */
    @Test
    void manyAtOnceGetDifferentNumbersWithoutAGap(App app) throws Exception {
        Client mirela = app.as("Mirela Draganova");
        inForce(mirela, "crowd", scheme("Crowd", "CR-{type}-{counter:4}", List.of("type")));
        Set<String> all = new HashSet<>();
        try (var threads = Executors.newFixedThreadPool(8)) {
            List<Callable<List<String>>> takers = java.util.stream.IntStream.range(0, 24)
                    .<Callable<List<String>>>mapToObj(i -> () -> take(app.as("Mirela Draganova"), "crowd",
                    "By many", 5, Map.of("type", i % 3 == 0 ? "CA" : "DR")).must(201).body().valueStream()
                    .map(n -> n.get("number").asString()).toList()).toList();
            for (Future<List<String>> taken : threads.invokeAll(takers)) {
                assertThat(taken.get()).noneMatch(n -> !all.add(n));
            }
        }
        assertThat(all).hasSize(120).contains("CR-DR-0001", "CR-DR-0080", "CR-CA-0001", "CR-CA-0040");
        mustBeWhole(app);
    }
}
