package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.backup.AskedBackup;
import app.pervius.server.backup.Place;
import app.pervius.server.store.CrashPoint;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;

/**
 * The whole server is killed at each named point and started again on what is left; afterwards nothing is lost, nothing is
 * there twice, and the check finds everything whole. One installation lives through all of it.
 */
@Execution(ExecutionMode.CONCURRENT)
class CrashTest {

    private static final String FOLDER = "Work in progress / Kestrel Water Board / Drawings";

    @TempDir
    Path data;
    @TempDir
    Path directories;
    @TempDir
    Path backups;
    private final GreenMail mail = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
    private OwnServer server;

    @BeforeEach
    void openTheMailServer() {
        mail.start();
    }

    @AfterEach
    void end() throws InterruptedException {
        mail.stop();
        server.kill();
    }

    @Test
    void nothingIsLostAndNothingIsThereTwiceWhereverItIsKilled() throws Exception {
        String code = start(CrashPoint.FILE_STORED, 2);
        setUp(code);
        long broken = killedWhileAFileIsReceived();
        start(CrashPoint.NUMBER_TAKEN, 4);
        theFirstFileIsThereAndTheSecondCanBeSentAgain(broken);
        long numbered = killedWhileNumbering();
        start(CrashPoint.MAIL_BEFORE, 1);
        closedAgain(numbered);
        killed();
        start(CrashPoint.MAIL_HANDED_OVER, 1);
        closedAgain(numbered);
        killed();
        // Four files are placed with the first revisions; the fifth is one of the two that take the place of the first.
        start(CrashPoint.HALF_PLACED, 5);
        closedAgain(numbered);
        List<JsonNode> passages = author().settled(numbered);
        assertThat(passages).extracting(p -> p.get("names").get("number").asString())
                .containsExactly("KWR-KWB-C-DR-0003", "KWR-KWB-C-DR-0004", "KWR-KWB-C-DR-0005", "KWR-KWB-C-DR-0006");
        whole();
        String number = firstRevisionIsIssued(passages.getFirst());
        JsonNode revised = killedWhileTheSecondTakesItsPlace(number);
        start(null, 1);
        theSecondHasTakenItsPlace(number, revised);
        everyMailCameOnceByItsId();
        killedWhileWhatHasGatheredIsTold();
        killedWhileFilesAreTakenFromADirectory();
        killedWhileASubmissionBegins();
        killedWhileDecisionsArePassedOn();
        killedAtARandomMomentUnderLoad();
    }

    /** Files were put into a directory, and the process is gone between taking one and moving it away. */
    private void killedWhileFilesAreTakenFromADirectory() throws Exception {
        server.kill();
        start(CrashPoint.TAKEN_FROM_DIRECTORY, 2);
        Path in = Files.createDirectory(directories.resolve("in"));
        Path taken = Files.createDirectory(directories.resolve("taken"));
        List<String> names = List.of("Scan 1.pdf", "Scan 2.pdf", "Scan 3.pdf");
        for (String name : names) {
            Files.write(in.resolve(name), Client.content(name));
        }
        Client me = author();
        me.post("/api/projects/" + me.project() + "/directories", Map.of("folder", me.folder(FOLDER), "path", in.toString(), "everySeconds",
                1, "restSeconds", 0, "moveTo", taken.toString(), "author", me.person(), "authors", List.of(), "quietSeconds", 1,
                "switchedOn", true, "version", 0)).must(201);
        killed();
        assertThat(in).isNotEmptyDirectory();
        start(null, 1);
        Client again = author();
        String arrived = "/api/projects/" + again.project() + "/passages?which=ALL";
        List<String> all = Client.until(() -> again.get(arrived).must(200).body().get("items").valueStream()
                .map(row -> row.get("passage").get("names").get("originalName").asString()).filter(name -> name.startsWith("Scan"))
                .toList(),
                found -> found.size() >= names.size());
        assertThat(all).as("each once").containsExactlyInAnyOrderElementsOf(names);
        assertThat(in).isEmptyDirectory();
        assertThat(taken.toFile().list()).containsExactlyInAnyOrder(names.toArray(String[]::new));
        whole();
    }

    /** Two revisions have begun with the closing and two after it, and the process is gone before the fifth: none moves without it. */
    private void killedWhileASubmissionBegins() throws Exception {
        server.kill();
        start(CrashPoint.HALF_BEGUN, 1);
        List<String> names = IntStream.range(0, 5).mapToObj(i -> "Begun " + i + ".pdf").toList();
        long begun = closedAndKilled(names);
        start(null, 1);
        closedAgain(begun);
        List<JsonNode> passages = Client.until(() -> author().settled(begun), found -> found.size() >= names.size());
        assertThat(passages).extracting(p -> p.get("names").get("originalName").asString()).as("each once, in their order")
                .containsExactlyElementsOf(names);
        whole();
    }

    /** Two files have their decisions with the closing of the step and two after it, and the process is gone before the fifth. */
    private void killedWhileDecisionsArePassedOn() throws Exception {
        server.kill();
        start(CrashPoint.HALF_PASSED_ON, 2);
        Client me = author();
        long project = me.project();
        long id = me.submit(FOLDER, IntStream.range(0, 5).mapToObj(i -> "Decided " + i + ".pdf").toArray(String[]::new));
        JsonNode first = me.settled(id).getFirst();
        decide(first);
        try {
            decide(first);
        } catch (UncheckedIOException gone) {
            // Killed before the answer.
        }
        killed();
        start(null, 1);
        stepClosedAgain(first);
        String all = "/api/projects/" + project + "/passages?which=ALL&submission=" + id;
        Client again = author();
        assertThat(Client.until(() -> again.get(all).must(200).body().get("items").valueStream().map(row -> row.get("passage").get("at"))
                .filter(at -> at.has("ended")).map(at -> at.get("ended").asString()).toList(), ended -> ended.size() >= 5))
                .containsOnly("ISSUED");
        whole();
    }

    /** The one message of what has gathered is made, and the process is gone before that is kept; it is made again, once. */
    private void killedWhileWhatHasGatheredIsTold() throws Exception {
        server.kill();
        start(CrashPoint.DIGEST_MADE, 1);
        Client me = author();
        String mine = "/api/projects/" + me.project() + "/my-messages";
        me.put(mine, Map.of("wish", Map.of("minutes", 720, "workingDays", false), "version", 0)).must(204);
        me.settled(me.submit(FOLDER, "Gathered one.pdf"));
        me.settled(me.submit(FOLDER, "Gathered two.pdf"));
        assertThat(me.get(mine).must(200).body().get("waiting").asInt()).isEqualTo(2);
        me.put(mine, Map.of("version", 1)).must(204);
        killed();
        assertThat(gathered()).as("nothing of it had gone").isEmpty();
        start(null, 1);
        Client.until(this::gathered, found -> !found.isEmpty());
        whole();
        assertThat(author().get(mine).must(200).body().get("waiting").asInt()).isZero();
        assertThat(gathered()).singleElement().asString().contains("Gathered one", "Gathered two");
    }

    /** The texts of the messages that told several things together. */
    private List<String> gathered() {
        return java.util.Arrays.stream(mail.getReceivedMessages()).map(com.icegreen.greenmail.util.GreenMailUtil::getBody)
                .filter(text -> text.contains("what has gathered for you")).toList();
    }

    /** Several hand in and decide at the same time when the process is killed from outside; what was answered is there. */
    private void killedAtARandomMomentUnderLoad() throws Exception {
        Set<Long> closed = ConcurrentHashMap.newKeySet();
        Client me = author();
        long folder = me.folder(FOLDER);
        int files = 8;
        try (ExecutorService load = Executors.newFixedThreadPool(4)) {
            for (int thread = 0; thread < 4; thread++) {
                int which = thread;
                load.submit(() -> handInUntilItIsGone(folder, which, files, closed));
            }
            Client.until(closed::size, size -> size >= 3);
            assertThat(AskedBackup.ask(data, Place.directory(backups.resolve("under load")), words -> { })).startsWith(AskedBackup.DONE);
            LockSupport.parkNanos(new Random().nextInt(1000) * 1_000_000L);
            server.kill();
        }
        assertThat(perviusSays("backup", "--data", data.toString(), "--to", backups.resolve("of what is left").toString())).isZero();
        start(null, 1);
        Client again = me.movedTo(server.address());
        // Whoever was signed in when it was killed still is.
        again.get("/api/session").must(200);
        for (long submission : closed) {
            assertThat(again.get("/api/submissions/" + submission).must(200).body().get("files").valueStream()
                    .map(f -> f.get("state").asString())).containsOnly("RECEIVED").hasSize(files);
            assertThat(again.settled(submission)).hasSize(files).allMatch(p -> p.get("names").has("number"));
        }
        whole();
        for (String made : List.of("under load", "of what is left")) {
            assertThat(perviusSays("restore", "--from", backups.resolve(made).toString(), "--data", backups.resolve(made + ", restored")
                    .toString())).as("a backup made %s is whole where it is restored", made).isZero();
        }
    }

    private static int perviusSays(String... command) {
        return new CommandLine(new Pervius.Commands()).execute(command);
    }

    private boolean handInUntilItIsGone(long folder, int thread, int files, Set<Long> closed) {
        Client me = author();
        try {
            for (int round = 0; round < 200; round++) {
                // Names of their own: a name that came before would be that document's next revision, and is stopped while the first is on
                // its way.
                String which = thread + " " + round;
                List<String> names = IntStream.range(0, files).mapToObj(i -> which + " Load " + i + ".pdf").toList();
                List<byte[]> contents = names.stream().map(Client::content).toList();
                long id = me.post("/api/folders/" + folder + "/submissions", Map.of("purpose", "", "files", IntStream.range(0, files)
                        .mapToObj(i -> Map.of("name", names.get(i), "size", contents.get(i).length)).toList())).must(201).body().get("id")
                        .asLong();
                for (int i = 0; i < files; i++) {
                    me.putBytes("/api/submissions/" + id + "/files/" + i, contents.get(i)).must(204);
                }
                me.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
                closed.add(id);
            }
            return true;
        } catch (UncheckedIOException gone) {
            return false;
        }
    }

    private long killedWhileAFileIsReceived() throws InterruptedException {
        Client me = author();
        byte[] one = Client.content("Broken one.pdf");
        byte[] two = Client.content("Broken two.pdf");
        long id = me.post("/api/folders/" + me.folder(FOLDER) + "/submissions", Map.of("purpose", "", "files", List.of(
                Map.of("name", "Broken one.pdf", "size", one.length), Map.of("name", "Broken two.pdf", "size", two.length)))).must(201)
                .body().get("id").asLong();
        me.putBytes("/api/submissions/" + id + "/files/0", one).must(204);
        unanswered(() -> me.putBytes("/api/submissions/" + id + "/files/1", two));
        killed();
        return id;
    }

    private void theFirstFileIsThereAndTheSecondCanBeSentAgain(long id) {
        Client me = author();
        assertThat(me.get("/api/submissions/" + id).must(200).body().get("files").valueStream().map(f -> f.get("state").asString()))
                .containsExactly("RECEIVED", "EXPECTED");
        whole();
        me.putBytes("/api/submissions/" + id + "/files/1", Client.content("Broken two.pdf")).must(204);
        me.post("/api/submissions/" + id + "/closing", Map.of()).must(200);
        assertThat(me.settled(id)).extracting(p -> p.get("names").get("number").asString())
                .containsExactly("KWR-KWB-C-DR-0001", "KWR-KWB-C-DR-0002");
    }

    /** The second number of the submission is taken, and its transaction never ends. */
    private long killedWhileNumbering() throws InterruptedException {
        return closedAndKilled(IntStream.range(0, 4).mapToObj(i -> "N" + i + ".pdf").toList());
    }

    /** Hands files in and closes their submission, at which the process comes to its end. */
    private long closedAndKilled(List<String> names) throws InterruptedException {
        Client me = author();
        long id = me.post("/api/folders/" + me.folder(FOLDER) + "/submissions", Map.of("purpose", "", "files",
                names.stream().map(name -> Map.of("name", name, "size", Client.content(name).length)).toList()))
                .must(201).body().get("id").asLong();
        for (int i = 0; i < names.size(); i++) {
            me.putBytes("/api/submissions/" + id + "/files/" + i, Client.content(names.get(i))).must(204);
        }
        try {
            me.post("/api/submissions/" + id + "/closing", Map.of());
        } catch (UncheckedIOException gone) {
            // Killed before the answer.
        }
        killed();
        return id;
    }

    /**
     * What was not answered may be gone with the process, as what comes of it goes on before it is on the disk: the browser asks once more
     * then. What was closed stays so.
     */
    private void closedAgain(long submission) {
        try {
            author().post("/api/submissions/" + submission + "/closing", Map.of()).must(200);
        } catch (UncheckedIOException gone) {
            // What came of it was faster, and has ended the process again.
        }
    }

    /** The same for the last step of a review; its decisions were answered, and are there. */
    private void stepClosedAgain(JsonNode passage) {
        Client dara = signedIn("dara@dec.example");
        JsonNode review = dara.reviewOf(passage);
        if (review.get("state").asString().equals("OPEN")) {
            dara.closeStep(review).must(204);
        }
    }

    private String firstRevisionIsIssued(JsonNode passage) {
        Client me = author();
        decide(passage);
        decide(passage);
        Client.until(() -> me.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("row").get("passage"),
                p -> p.get("at").has("ended"));
        return passage.get("names").get("number").asString();
    }

    /** The former revision is in the archive, one of two files is placed, and then the process is gone. */
    private JsonNode killedWhileTheSecondTakesItsPlace(String number) throws InterruptedException {
        Client me = author();
        long id = me.submit(FOLDER, number + "_P02.pdf", number + "_P02.dwg");
        JsonNode revised = me.settled(id).getFirst();
        decide(revised);
        try {
            decide(revised);
        } catch (UncheckedIOException gone) {
            // Killed before the answer to the closing of the step.
        }
        killed();
        return revised;
    }

    private void theSecondHasTakenItsPlace(String number, JsonNode revised) {
        stepClosedAgain(revised);
        Client me = author();
        Client.until(() -> me.get("/api/passages/" + revised.get("id").asLong()).must(200).body().get("row").get("passage"),
                p -> p.get("at").has("ended"));
        assertThat(names(me, "Shared")).contains(number + "_P02_A1.pdf", number + "_P02_A1.dwg").doesNotContain(number + "_P01_A1.pdf");
        assertThat(names(me, "Archive")).containsOnlyOnce(number + "_P01_A1.pdf");
        whole();
    }

    private static List<String> names(Client me, String folder) {
        return me.get("/api/folders/" + me.folder(folder)).must(200).body().get("files").get("items").valueStream()
                .map(r -> r.get("file").get("name").asString()).toList();
    }

    /**
     * What was handed over and not noted is handed over again under the same id, by which any mailbox knows it: as many ids as messages.
     * At most one was not noted when it was killed.
     */
    private void everyMailCameOnceByItsId() {
        long kept = author().get("/api/check").must(200).body().get("parts").valueStream()
                .filter(p -> p.get("subject").asString().equals("Messages"))
                .findFirst().orElseThrow().get("looked").asLong();
        Client.until(this::idsReceived, ids -> ids.size() == kept);
        assertThat(mail.getReceivedMessages().length).as("the round killed after handing over sends that one again").isEqualTo(
                (int) kept + 1);
    }

    private Set<String> idsReceived() {
        Set<String> ids = new HashSet<>();
        for (MimeMessage message : mail.getReceivedMessages()) {
            try {
                ids.add(message.getMessageID());
            } catch (MessagingException e) {
                throw new IllegalStateException(e);
            }
        }
        return ids;
    }

    /** Accepts every file of the passage's review and closes the step. */
    private void decide(JsonNode passage) {
        Client dara = signedIn("dara@dec.example");
        JsonNode review = Client.until(() -> dara.reviewOf(passage), r -> r.get("state").asString().equals("OPEN"));
        review.get("files").forEach(f -> dara.decide(review, f.get("passage"), 1, "").must(204));
        dara.closeStep(review).must(204);
    }

    /** Everything is as it must be, once what a crash left has been picked up. */
    private void whole() {
        Client me = author();
        Client.until(() -> me.get("/api/check").must(200).body(), report -> report.get("whole").asBoolean());
    }

    private void setUp(String code) {
        Map<String, Object> entry = new HashMap<>(Map.of("code", code, "name", "Ines Calderwood", "email", "ines@kwb.example", "password",
                "tidal heron ballast"));
        entry.putAll(Map.of("firmCode", "KWB", "firmName", "Kestrel Water Board", "projectCode", "KWR", "projectName",
                "Kestrel Weir Renewal", "zone", "Europe/Dublin"));
        Client me = new Client(server.address());
        me.post("/api/entrance/set-up", entry).must(200);
        String project = "/api/projects/" + me.project();
        long firm = me.post(project + "/firms", Map.of("code", "DEC", "name", "Deciders")).must(201).body().get("id").asLong();
        long dara = me.takeIn(firm, "Dara Veldmark", "dara@dec.example", List.of(), "tidal heron ballast",
                () -> java.util.Arrays.stream(mail.getReceivedMessages()).map(com.icegreen.greenmail.util.GreenMailUtil::getBody).toList());
        for (JsonNode role : me.get(project + "/people").must(200).body().get("roles")) {
            if (!role.get("may").get("controls").asBoolean() && role.get("may").get("decides").asBoolean()) {
                me.put(project + "/roles/" + role.get("id").asLong() + "/holders",
                        Map.of("holders", List.of(dara), "version", role.get("version").asInt())).must(204);
            }
        }
        long folder = me.post("/api/folders/" + me.folder("Work in progress / Kestrel Water Board") + "/folders",
                Map.of("name", "Drawings", "values", Map.of("discipline", "C", "type", "DR"))).must(201).body().get("id").asLong();
        putARuleInForce(me, folder);
    }

    private static void putARuleInForce(Client me, long folder) {
        Map<String, Object> rule = RuleForms.handling("Drawings", folder, "documents", "documents", me.folder("Shared"));
        List<Map<String, Object>> tellings = List.of("ARRIVED", "RETURNED", "ISSUED").stream()
                .map(occasion -> Map.<String, Object>of("occasion", occasion, "whom", List.of(RuleForms.AUTHOR), "text", "")).toList();
        RuleForms.inForce(me, RuleForms.with(rule, "tell", Map.of("tellings", tellings)));
    }

    private Client author() {
        return signedIn("ines@kwb.example");
    }

    private Client signedIn(String email) {
        Client me = new Client(server.address());
        me.signIn(email, "tidal heron ballast");
        return me;
    }

    private static void unanswered(Runnable call) {
        org.assertj.core.api.Assertions.assertThatThrownBy(call::run).isInstanceOf(UncheckedIOException.class);
    }

    private void killed() throws InterruptedException {
        assertThat(server.ended()).as("it should have ended itself as one that is killed").isEqualTo(137);
    }

    /** Starts the server as its own process; gives the code for setting it up, or an empty text. */
    private String start(@org.jspecify.annotations.Nullable CrashPoint at, int after) throws IOException, InterruptedException {
        List<String> options = new ArrayList<>(List.of("-XX:TieredStopAtLevel=1", "-Dpervius.submission.begun-together=2",
                "-Dpervius.review.passed-on-together=2"));
        if (at != null) {
            options.addAll(List.of("-Dpervius.crash.at=" + at, "-Dpervius.crash.after=" + after));
        }
        server = OwnServer.start(options, List.of("serve", "--directories-below", directories.toString(), "--data", data.toString(),
                "--mail", "127.0.0.1:" + mail.getSmtp().getPort()));
        if (at != null && server.hasEndedAtTheStart()) {
            // What was left to do came to that point before it could say that it answers.
            killed();
            return "";
        }
        String line = server.line();
        assertThat(line).as(() -> "the server should have started, and said: " + server.all()).isNotNull().startsWith("Pervius");
        return line.contains("code=") ? line.substring(line.indexOf("code=") + 5) : "";
    }
}
