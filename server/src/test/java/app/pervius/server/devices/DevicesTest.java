package app.pervius.server.devices;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Passwords;
import app.pervius.server.simulators.OutputDevice;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** What is released to devices: by hand, by rules, and when devices are not as they should be. */
@ExtendWith(Running.class)
class DevicesTest {

    private static final String SITE = "Work in progress / Dunmarrow Works";
    private static final Map<String, Object> BY_SHEET = Map.of("paper", "BY_SHEET", "media", "", "copies", 1, "bothSides", false, "held",
            false, "stamp", "NONE");
    private static final String ADMINISTRATOR = "devices@oth.example";
    private static final String PASSWORD = "tidal heron ballast";
    private static OutputDevice plotter;

    @BeforeAll
    static void start() throws IOException {
        plotter = OutputDevice.start(Duration.ZERO);
    }

    @AfterAll
    static void stop() {
        plotter.close();
    }

    @AfterEach
    void well() {
        plotter.sheets(OutputStream::nullOutputStream);
        plotter.is(OutputDevice.Mood.WELL);
        plotter.meanwhile(() -> { });
    }

    private static Map<String, Object> form(String name, String address, boolean everybody) {
        return Map.of("name", name, "address", address, "loginName", "", "switchedOn", true, "forEverybody", everybody, "version", 0);
    }

    private static Client administrator(App app) {
        String hash = app.bean(Passwords.class).hash(PASSWORD, List.of());
        app.bean(TransactionTemplate.class).executeWithoutResult(status -> {
            AccountBook accounts = app.bean(AccountBook.class);
            if (accounts.byEmail(ADMINISTRATOR).isEmpty()) {
                accounts.setPassword(accounts.make("Petra Solheim-Awolowo", ADMINISTRATOR, true), hash);
            }
        });
        Client client = app.nobody();
        client.signIn(ADMINISTRATOR, PASSWORD);
        return client;
    }

    /** A device of this name at the plotter of this test. */
    private static long device(App app, String name) {
        return administrator(app).post("/api/devices", form(name, plotter.address(), false)).must(201).body().get("id").asLong();
    }

    private static long folder(Client mirela, String name) {
        return mirela.post("/api/folders/" + mirela.folder(SITE) + "/folders", Map.of("name", name, "values", Map.of("type", "DR",
                "discipline", "C"))).must(201).body().get("id").asLong();
    }

    /** A folder whose files go to a device and nowhere else. */
    private static String releasing(App app, String name, String device, Map<String, Object> how) {
        Client mirela = app.as("Mirela Draganova");
        long folder = folder(mirela, name);
        RuleForms.inForce(mirela, RuleForms.with(RuleForms.with(RuleForms.handling(name, folder, "documents", "civil",
                mirela.folder("Shared / Civil")), "review", Map.of()), "issue", Map.of("byCode", List.of(),
                "releases", List.of(Map.of("device", device, "after", List.of(), "how", how)))));
        return SITE + " / " + name;
    }

    private static long hand(Client who, String folder, Map<String, byte[]> files) {
        List<Map<String, Object>> announced = files.entrySet().stream().map(e -> Map.<String, Object>of("name", e.getKey(), "size",
                e.getValue().length)).toList();
        long id = who.post("/api/folders/" + who.folder(folder) + "/submissions", Map.of("purpose", "", "files", announced)).must(201)
                .body().get("id").asLong();
        int i = 0;
        for (byte[] bytes : files.values()) {
            who.putBytes("/api/submissions/" + id + "/files/" + i++, bytes).must(204);
        }
        who.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        return id;
    }

    private static byte[] sheets(PDRectangle... sizes) throws IOException {
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            for (PDRectangle size : sizes) {
                document.addPage(new PDPage(size));
            }
            document.save(pdf);
        }
        return pdf.toByteArray();
    }

    private static JsonNode job(Client who, long passage) {
        JsonNode jobs = who.get("/api/projects/" + who.project() + "/device-jobs?passage=" + passage).must(200).body().get("items");
        assertThat(jobs).hasSize(1);
        return jobs.get(0);
    }

    private static JsonNode job(App app, Client who, long passage, String state) {
        return Client.until(() -> {
            app.look();
            return job(who, passage);
        }, job -> job.get("state").asString().equals(state));
    }

    private static JsonNode saying(App app, Client who, long passage, String said) {
        return Client.until(() -> {
            app.look();
            return job(who, passage);
        }, job -> job.get("said").asString().contains(said));
    }

    private static long passage(Client who, long submission) {
        return who.settled(submission).getFirst().get("id").asLong();
    }

    private static List<OutputDevice.Job> had(String name) {
        return plotter.jobs().stream().filter(job -> job.name().contains(name)).toList();
    }

    @Test
    void aDeviceIsTheOnlyWayOutOfARuleAndEachSheetIsPrintedOnItsSize(App app) throws IOException {
        device(app, "Plotter of sheets");
        String folder = releasing(app, "Plotted", "Plotter of sheets", BY_SHEET);
        Client site = app.as("Marisol Quintavalle");
        long submission = hand(site, folder, Map.of("Sheets.pdf", sheets(PDRectangle.A1, PDRectangle.A1, PDRectangle.A3)));
        JsonNode settled = site.settled(submission).getFirst();
        long passage = settled.get("id").asLong();
        assertThat(settled.get("at").get("ended").asString()).isEqualTo("ISSUED");
        JsonNode job = job(app, site, passage, "DONE");
        assertThat(job.get("said").asString()).isEqualTo("Printed.");
        assertThat(job.get("because").asString()).contains("Plotted");
        assertThat(job.get("mayChange").asBoolean()).as("its author did not release it").isFalse();
        assertThat(had("Sheets.pdf")).extracting(its -> its.wanted().get("media")).containsExactly("iso_a1_594x841mm",
                "iso_a3_297x420mm");
        List<String> journal = site.get("/api/passages/" + passage).must(200).body().get("journal").valueStream()
                .map(line -> line.get("account").asString()).toList();
        assertThat(journal).anyMatch(account -> account.startsWith("Placed nowhere. Released to “Plotter of sheets”"))
                .anyMatch(account -> account.endsWith("for “Plotter of sheets”: Printed."));
    }

    private static long passage(Client who, String title, String revision) {
        return who.get("/api/projects/" + who.project() + "/passages?which=ALL").must(200).body().get("items").valueStream()
                .map(row -> row.get("passage")).filter(p -> p.get("names").get("title").asString().equals(title)
                        && p.get("names").path("revision").asString("").equals(revision)).findFirst().orElseThrow().get("id").asLong();
    }

    /** What the sheets say that a device prints of a passage, or of a file as it lies in a folder. */
    private static String printed(App app, long device, List<Long> files, List<Long> passages) throws IOException {
        List<ByteArrayOutputStream> handed = new CopyOnWriteArrayList<>();
        plotter.sheets(() -> {
            handed.add(new ByteArrayOutputStream());
            return handed.getLast();
        });
        Client mirela = app.as("Mirela Draganova");
        String jobs = "/api/projects/" + mirela.project() + "/device-jobs";
        Map<String, Object> stamped = new HashMap<>(BY_SHEET);
        stamped.put("stamp", "BOTTOM_RIGHT");
        mirela.post(jobs, Map.of("device", device, "how", stamped, "files", files, "passages", passages)).must(201);
        assertThat(newest(mirela, jobs, device).get("how").asString()).endsWith(", stamped at the bottom right");
        Client.until(() -> {
            app.look();
            return newest(mirela, jobs, device);
        }, now -> now.get("state").asString().equals("DONE"));
        byte[] pdf = handed.stream().filter(its -> its.size() > 0).findFirst().orElseThrow().toByteArray();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(document);
        }
    }

    @Test
    void whatIsReleasedSaysWhatItIsAndHowItStands(App app) throws IOException {
        long device = device(app, "Plotter that stamps");
        Client mirela = app.as("Mirela Draganova");
        JsonNode accepted = mirela.get("/api/projects/" + mirela.project() + "/passages?which=DONE").must(200).body().get("items")
                .valueStream().map(row -> row.get("passage")).filter(p -> p.get("names").get("title").asString().equals(
                "Retaining wall reinforcement")).findFirst().orElseThrow();
        String sheets = printed(app, device, List.of(), List.of(accepted.get("id").asLong()));
        assertThat(sheets).contains("REVISION\nP02").contains("KWR-ALD-C-DR-0003  P02\nA1, accepted for construction\nAccepted by Tomasz "
                + "Łęgowicz, ").contains("Current in Shared when released, ");
        assertThat(printed(app, device, List.of(), List.of(passage(mirela, "Retaining wall reinforcement", "P01")))).contains(
                "KWR-ALD-C-DR-0003  P01\nNot accepted: revise and resubmit by ");
        assertThat(printed(app, device, List.of(), List.of(passage(mirela, "Weir general arrangement", "P01")))).contains(
                "Superseded by P02 when released, ");
        long lying = app.bean(JdbcClient.class).sql("select id from folder_file where folder_id = ? and present and name like ?")
                .params(mirela.folder("Shared / Civil"), "KWR-ALD-C-DR-0003%").query(Long.class).single();
        assertThat(printed(app, device, List.of(lying), List.of())).as("the file as it lies there")
                .contains("KWR-ALD-C-DR-0003  P02\nA1, ");

        long kept = folder(mirela, "Nobody's rule");
        hand(app.as("Marisol Quintavalle"), SITE + " / Nobody's rule", Map.of("Sketch.pdf", sheets(PDRectangle.A3)));
        long sketch = app.bean(JdbcClient.class).sql("select id from folder_file where folder_id = ?").param(kept).query(Long.class)
                .single();
        assertThat(printed(app, device, List.of(sketch), List.of())).startsWith("Without a controlled number\nSketch.pdf\nReleased ");
    }

    @Test
    void aRuleReleasesWhatItStampsAndWhatIsLockedIsSaid(App app) throws IOException {
        device(app, "Plotter of a rule that stamps");
        Map<String, Object> stamped = new HashMap<>(BY_SHEET);
        stamped.put("stamp", "LEFT_MARGIN");
        String folder = releasing(app, "Stamped", "Plotter of a rule that stamps", stamped);
        Client site = app.as("Marisol Quintavalle");
        ByteArrayOutputStream locked = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage(PDRectangle.A3));
            AccessPermission may = new AccessPermission();
            may.setCanModify(false);
            document.protect(new StandardProtectionPolicy("owner of it", "", may));
            document.save(locked);
        }
        long plain = passage(site, hand(site, folder, Map.of("Plain.pdf", sheets(PDRectangle.A3))));
        long second = passage(site, hand(site, folder, Map.of("Locked.pdf", locked.toByteArray())));
        job(app, site, plain, "DONE");
        assertThat(had("Plain.pdf").getFirst().bytes()).as("with a stamp").isGreaterThan(sheets(PDRectangle.A3).length + 1000L);
        assertThat(job(app, site, second, "FAILED").get("said").asString()).contains("Release it without a stamp.");
    }

    @Test
    void whatADeviceCannotDoIsSaidAndMayBeSentElsewhere(App app) throws IOException {
        device(app, "Plotter too small");
        String folder = releasing(app, "Too large", "Plotter too small", BY_SHEET);
        Client site = app.as("Marisol Quintavalle");
        long passage = passage(site, hand(site, folder, Map.of("Huge.pdf", sheets(new PDRectangle(4000, 6000)))));
        JsonNode job = job(app, site, passage, "FAILED");
        assertThat(job.get("said").asString()).isEqualTo("It has no paper for page 1, which is 1411 × 2117 mm.");
        Client mirela = app.as("Mirela Draganova");
        site.post("/api/device-jobs/" + job.get("id").asLong() + "/again", Map.of()).must(404);
        long roll = device(app, "Plotter with a roll");
        JsonNode again = mirela.post("/api/device-jobs/" + job.get("id").asLong() + "/again", Map.of("device", roll)).must(200).body();
        assertThat(again.get("deviceName").asString()).isEqualTo("Plotter with a roll");
        job(app, site, passage, "FAILED");
    }

    @Test
    void aDeviceThatIsOutOfPaperOrGoneIsWaitedForAndNothingIsLost(App app) throws IOException {
        device(app, "Plotter in trouble");
        String folder = releasing(app, "In trouble", "Plotter in trouble", BY_SHEET);
        Client site = app.as("Marisol Quintavalle");
        plotter.is(OutputDevice.Mood.OUT_OF_PAPER);
        long passage = passage(site, hand(site, folder, Map.of("No paper.pdf", sheets(PDRectangle.A3))));
        saying(app, site, passage, "The device has halted it: it asks for paper. The device says: a tray is out of paper");
        plotter.is(OutputDevice.Mood.FORGETS);
        assertThat(job(app, site, passage, "FAILED").get("said").asString()).startsWith("The device does not know it any more");

        plotter.is(OutputDevice.Mood.IS_NO_DEVICE);
        long second = passage(site, hand(site, folder, Map.of("No device.pdf", sheets(PDRectangle.A3))));
        Client.until(() -> job(site, second), its -> its.get("said").asString().equals("What answers there is no output device (IPP)."));
        plotter.is(OutputDevice.Mood.WELL);
        assertThat(job(app, site, second, "DONE").get("said").asString()).isEqualTo("Printed.");
    }

    @Test
    void aJobWhoseAnswerWasLostIsNotPrintedTwice(App app) throws IOException {
        device(app, "Plotter on a bad line");
        String folder = releasing(app, "Bad line", "Plotter on a bad line", BY_SHEET);
        plotter.is(OutputDevice.Mood.LOSES_ANSWERS);
        Client site = app.as("Marisol Quintavalle");
        long passage = passage(site, hand(site, folder, Map.of("Once only.pdf", sheets(PDRectangle.A3))));
        saying(app, site, passage, "It cannot be reached");
        plotter.is(OutputDevice.Mood.WELL);
        job(app, site, passage, "DONE");
        assertThat(had("Once only.pdf")).hasSize(1);
    }

    @Test
    void whatIsReleasedByHandIsHeldCancelledAndSentAgain(App app) throws IOException {
        long device = device(app, "Plotter by hand");
        Client mirela = app.as("Mirela Draganova");
        Client site = app.as("Marisol Quintavalle");
        long gone = device(app, "Plotter that goes");
        String folder = releasing(app, "By hand", "Plotter that goes", BY_SHEET);
        administrator(app).delete("/api/devices/" + gone).must(204);
        long passage = passage(site, hand(site, folder, Map.of("Held.pdf", sheets(PDRectangle.A3))));
        assertThat(job(site, passage).get("said").asString()).isEqualTo("There is no device “Plotter that goes” here.");

        String jobs = "/api/projects/" + mirela.project() + "/device-jobs";
        Map<String, Object> held = new HashMap<>(BY_SHEET);
        held.put("held", true);
        Map<String, Object> form = Map.of("device", device, "how", held, "files", List.of(), "passages", List.of(passage));
        assertThat(site.post(jobs, form).must(400).body().toString()).contains("Only document controllers release to");
        app.as("Yusuf Karaderin").post(jobs, form).must(400);
        assertThat(mirela.post(jobs, form).must(201).body().get("jobs").asInt()).isOne();
        JsonNode job = Client.until(() -> {
            app.look();
            return newest(mirela, jobs, device);
        }, its -> its.get("said").asString().startsWith("Held at the device"));
        String its = "/api/device-jobs/" + job.get("id").asLong();
        assertThat(mirela.post(its + "/again", Map.of()).must(409).body().toString()).contains("has it. Cancel it first.");
        assertThat(mirela.post(its + "/cancel", Map.of()).must(200).body().get("said").asString()).isEqualTo(
                "Cancelled by Mirela Draganova.");
        mirela.post(its + "/cancel", Map.of()).must(409);
        mirela.post(its + "/again", Map.of()).must(200);
        Client.until(() -> had("Held.pdf"), all -> all.size() == 2);
        plotter.startHeld();
        Client.until(() -> {
            app.look();
            return newest(mirela, jobs, device);
        }, now -> now.get("state").asString().equals("DONE"));
        assertThat(site.get(jobs + "?device=" + device).must(200).body().get("items")).as("somebody else's").isEmpty();
    }

    @Test
    void whatIsCancelledWhileItIsHandedOverIsTakenBackAtTheDevice(App app) throws IOException {
        long device = device(app, "Plotter that is just being asked");
        Client mirela = app.as("Mirela Draganova");
        String jobs = "/api/projects/" + mirela.project() + "/device-jobs";
        plotter.meanwhile(() -> mirela.post("/api/device-jobs/" + newest(mirela, jobs, device).get("id").asLong() + "/cancel", Map.of())
                .must(200));
        Client site = app.as("Marisol Quintavalle");
        String folder = releasing(app, "Cancelled meanwhile", "Plotter that is just being asked", BY_SHEET);
        long passage = passage(site, hand(site, folder, Map.of("Not after all.pdf", sheets(PDRectangle.A3))));
        Client.until(() -> had("Not after all.pdf"), all -> all.size() == 1 && all.getFirst().cancelled());
        assertThat(job(site, passage).get("said").asString()).isEqualTo("Cancelled by Mirela Draganova.");
    }

    private static JsonNode newest(Client who, String jobs, long device) {
        return who.get(jobs + "?device=" + device).must(200).body().get("items").get(0);
    }

    @Test
    void aDeviceIsSetUpWithCareAndItsPasswordDoesNotGoToAnotherHost(App app) {
        Client ingrid = administrator(app);
        assertThat(ingrid.post("/api/devices", form("Wrong", "http://x/", true)).must(400).body().toString()).contains(
                "is not a device's address");
        assertThat(ingrid.post("/api/devices", form("The server", "ipp://127.0.0.2/ipp/print", true)).must(400).body().toString())
                .contains("lies inside the server's own network");
        Map<String, Object> secret = new HashMap<>(form("With a password", "ipps://plotter.site.example/ipp", true));
        secret.put("loginName", "pervius");
        secret.put("password", "only ours");
        JsonNode added = ingrid.post("/api/devices", secret).must(201).body();
        assertThat(added.toString()).doesNotContain("only ours");
        assertThat(ingrid.post("/api/devices", secret).must(400).body().toString()).contains("already");
        Map<String, Object> moved = new HashMap<>(secret);
        moved.remove("password");
        moved.put("address", "ipps://elsewhere.example/ipp");
        String its = "/api/devices/" + added.get("id").asLong();
        assertThat(ingrid.put(its, moved).must(400).body().toString()).contains("say the password again");
        moved.put("address", "ipps://plotter.site.example/other");
        ingrid.put(its, moved).must(200);
        assertThat(ingrid.put(its, moved).must(409).body().toString()).contains("Somebody has changed this device");
        moved.put("name", "Another name");
        ingrid.put(its, moved).must(400);
        JsonNode seen = app.as("Marisol Quintavalle")
                .get("/api/projects/" + app.as("Mirela Draganova").project() + "/devices").must(200).body();
        assertThat(seen.toString()).doesNotContain("plotter.site.example").doesNotContain("\"pervius\"").contains("With a password");
        ingrid.delete(its).must(204);
    }

    @Test
    void theCheckWarnsOfWhatCannotBeReleased(App app) {
        device(app, "Plotter that is checked");
        app.look();
        Client mirela = app.as("Mirela Draganova");
        long folder = folder(mirela, "Checked devices");
        Map<String, Object> reduced = Map.of("paper", "REDUCED", "media", "iso_b0_1000x1414mm", "copies", 1, "bothSides", false, "held",
                false, "stamp", "NONE");
        Map<String, Object> without = new HashMap<>(BY_SHEET);
        without.remove("stamp");
        Map<String, Object> unsaid = RuleForms.with(RuleForms.handling("Checked devices", folder, "documents", "civil",
                mirela.folder("Shared / Civil")), "issue", Map.of("byCode", List.of(), "releases", List.of(Map.of("device", "Any", "after",
                List.of(), "how", without))));
        assertThat(mirela.post("/api/projects/" + mirela.project() + "/rules", Map.of("rule", unsaid)).must(400).body().toString())
                .contains("how.stamp");
        long rule = RuleForms.add(mirela, RuleForms.with(RuleForms.handling("Checked devices", folder, "documents", "civil",
                mirela.folder("Shared / Civil")), "issue", Map.of("byCode", List.of(Map.of("code", 1, "target", Map.of("kind", "NOWHERE"))),
                "releases", List.of(Map.of("device", "Nobody's", "after", List.of(2), "how", BY_SHEET),
                        Map.of("device", "Plotter that is checked", "after", List.of(), "how", reduced)))));
        String found = RuleForms.row(mirela, rule).toString();
        assertThat(found).contains("There is no device “Nobody's”", "It has no paper of the size B0.",
                "where nobody reviews it, but a route is chosen", "After decision 1 it is placed nowhere and released to no device.");
    }
}
