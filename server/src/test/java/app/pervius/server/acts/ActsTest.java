package app.pervius.server.acts;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.MovableClock;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.integrity.Integrity;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tools.jackson.databind.JsonNode;

/** What people do is told in the journal if and only if they did it, and nobody changes what was told without its being found. */
@ExtendWith(Running.class)
class ActsTest {

    private static List<String> told(Client who, String query) {
        return who.get("/api/journal?" + query).must(200).body().get("items").valueStream()
                .map(act -> act.get("who").asString() + " " + act.get("what").asString()).toList();
    }

    private static JsonNode role(Client who, String name) {
        return who.get("/api/projects/" + who.project() + "/people").must(200).body().get("roles").valueStream()
                .filter(r -> r.get("name").asString().equals(name)).findFirst().orElseThrow();
    }

    private static int version(Client who, String keeping) {
        return who.get(keeping).must(200).body().get("version").asInt();
    }

    private static void keep(Client who, String of, boolean files, int months) {
        String keeping = "/api/journal/keeping" + of;
        who.put(keeping, Map.of("files", files, "months", months, "version", version(who, keeping))).must(204);
    }

    private static List<String> found(App app) {
        return app.bean(Integrity.class).examine().parts().stream().filter(p -> p.subject().equals("Journal of acts"))
                .flatMap(p -> p.sentences().stream()).toList();
    }

    /** Calls that change something and are no acts, and why. */
    private static final Map<String, Set<String>> NO_ACTS = Map.of(
            "have a record of their own, with the passage, the review, the comment or the number",
            Set.of("CommentController", "MarksController", "PictureController", "CommentSheetController.take", "HandSendingController",
                    "RunningThroughController", "SubmissionController", "ReopeningController", "PassageController", "DecisionController",
                    "ArrangingController", "HandingController", "NumberController.take", "NumberController.giveUp",
                    "NumberController.voidNumber", "NumberExistingController", "ReservationController", "PackageController.make",
                    "PackageController.tryAgain", "PackageController.rollOut", "DocumentController", "JobController",
                    "MessageController", "UnsentController"),
            "are a person's own affair, which nobody else sees",
            Set.of("TrayController", "FollowingController", "PaceController.wish"),
            "change drafts, which have no effect until they are put in force",
            Set.of("RuleController.saveDraft", "RuleController.dropDraft", "RuleController.saveProjectDraft",
                    "RuleController.dropProjectDraft"),
            "change nothing: they try, look, ask or draw",
            Set.of("OwnPasswordController.strength", "OwnSecondStepsController.passkeyToMake", "OwnSecondStepsController.codesToMake",
                    "PasskeySignInController.passkeyQuestion", "DirectoryController.look", "NumberController.preview",
                    "SchemeController.tryOut", "PeopleController.look", "RouteController.look", "LetterController", "PatternController",
                    "RuleController.look", "StartingSetController", "NewPasswordController.strength", "ProvidersController.look",
                    "PreviewController", "SampleController", "TrialController", "SimulatorController"),
            "tell of it themselves, with how it went",
            Set.of("SessionController.signIn", "SessionController.code", "PasskeySignInController.passkey",
                    "DemoEntranceController.be"));

    @Test
    void everyCallThatChangesSomethingIsToldOrSaysWhyNot(App app) {
        Set<String> untold = NO_ACTS.values().stream().flatMap(Set::stream).collect(Collectors.toSet());
        List<String> missing = new ArrayList<>();
        app.context().getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class).getHandlerMethods().forEach((route,
                its) -> {
            String controller = its.getBeanType().getSimpleName();
            boolean changes = route.getMethodsCondition().getMethods().stream().anyMatch(m -> m != RequestMethod.GET);
            if (changes && its.getMethodAnnotation(Act.class) == null && !untold.contains(controller)
                    && !untold.contains(controller + "." + its.getMethod().getName())) {
                missing.add(controller + "." + its.getMethod().getName());
            }
        });
        assertThat(missing).isEmpty();
    }

    @Test
    void whoGaveWhomWhichRoleIsToldWithItAndWhatWasRefusedIsNot(App app) {
        Client mirela = app.as("Mirela Draganova");
        String roles = "/api/projects/" + mirela.project() + "/roles";
        Map<String, Object> may = Map.of("controls", false, "seesAll", false, "seesFirms", List.of(), "handsIn", true,
                "sendsByHand", false, "decides", false);
        mirela.post(roles, Map.of("name", "Weir inspector", "may", may, "version", 0)).must(201);
        JsonNode role = role(mirela, "Weir inspector");
        String holders = roles + "/" + role.get("id").asLong() + "/holders";
        Client yusuf = app.as("Yusuf Karaderin");
        mirela.put(holders, Map.of("holders", List.of(yusuf.person()), "version", role.get("version").asInt())).must(204);
        mirela.put(holders, Map.of("holders", List.of(), "version", 99)).must(409);
        yusuf.put(holders, Map.of("holders", List.of(), "version", 1)).must(403);

        String project = "project=" + mirela.project() + "&kind=ROLES&text=weir inspector".replace(" ", "%20");
        assertThat(told(mirela, project)).containsExactly(
                "Mirela Draganova set who holds a role: “Weir inspector”, given to Yusuf Karaderin",
                "Mirela Draganova added a role: “Weir inspector”: hand in");
        // Those the journal is not for do not read it; an administrator reads that of every project.
        yusuf.get("/api/journal?project=" + mirela.project()).must(403);
        mirela.get("/api/journal").must(403);
        assertThat(told(app.as("Aoife Ní Raghnaill"), project)).hasSize(2);
        app.look();
        assertThat(told(app.as("Aoife Ní Raghnaill"), "kind=REFUSED")).anyMatch(s -> s.startsWith("Yusuf Karaderin was refused "));
    }

    @Test
    void signingInAndOutAndFailuresAreTold(App app) {
        app.nobody().post("/api/session", Map.of("email", "nobody@nowhere.example", "password", "oriole basalt")).must(401);
        Client yusuf = app.as("Yusuf Karaderin");
        yusuf.delete("/api/session").must(200);
        List<String> told = told(app.as("Aoife Ní Raghnaill"), "kind=SIGN_IN");
        assertThat(told).containsSubsequence("Yusuf Karaderin signed out", "Yusuf Karaderin signed in").contains(
                "Nobody signed in failed to sign in by password, as “nobody@nowhere.example”");
        assertThat(told.toString()).as("what was typed as a password").doesNotContain("oriole");
    }

    @Test
    void whoOpensAFileIsToldOnceUnlessTheProjectDoesNotWantIt(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client priya = app.as("Priya Venkatarangan");
        JsonNode passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Opened by some.pdf")).getFirst();
        String content = "/api/files/" + passage.get("files").get(0).get("folderFile").asLong() + "/content";
        String journal = "project=" + mirela.project() + "&kind=FILES&account=" + priya.get("/api/session").must(200).body().get("actor")
                .get("account").asLong();
        int before = told(mirela, journal).size();
        priya.get(content).must(200);
        priya.get(content).must(200);
        // It is told once the answer has gone.
        List<String> opened = Client.until(() -> told(mirela, journal), all -> all.size() > before);
        assertThat(opened).hasSize(before + 1);
        assertThat(opened.getFirst()).startsWith("Priya Venkatarangan opened a file: ").contains("Opened by some");

        String keeping = "/api/journal/keeping?project=" + mirela.project();
        mirela.put(keeping, Map.of("files", false, "months", 0, "version", version(mirela, keeping))).must(204);
        priya.get(content + "?download=true").must(200);
        assertThat(told(mirela, journal)).hasSize(before + 1);
        mirela.put(keeping, Map.of("files", true, "months", 0, "version", version(mirela, keeping))).must(204);
        priya.get(content + "?download=true").must(200);
        assertThat(Client.until(() -> told(mirela, journal), all -> all.size() > before + 1).getFirst()).endsWith("; taken away");
        assertThat(told(mirela, "project=" + mirela.project() + "&kind=KEEPING")).contains(
                "Mirela Draganova set how this journal is kept: for good, without files that are opened");
    }

    @Test
    void theCheckFindsWhatWasChangedLeftOutOrAdded(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        keep(aoife, "", true, 0);
        keep(aoife, "", false, 0);
        keep(aoife, "", true, 0);
        assertThat(found(app)).isEmpty();
        JdbcClient jdbc = app.bean(JdbcClient.class);
        long last = jdbc.sql("select seq from act_chain where chain = 0").query(Long.class).single();

        assertThat(jdbc.sql("update act set what = 'looked around' where chain = 0 and seq = ?").param(last).update()).isEqualTo(1);
        assertThat(found(app)).containsExactly("In the journal of the installation, act " + last + " does not say what was written.");
        jdbc.sql("update act set what = 'set how this journal is kept: for good, with files that are opened' where chain = 0 and seq = ?")
                .param(last).update();
        assertThat(found(app)).isEmpty();

        jdbc.sql("update act set account_id = account_id + 1 where chain = 0 and seq = ?").param(last - 1).update();
        assertThat(found(app)).containsExactly("In the journal of the installation, act " + (last - 1)
                + " does not follow the one before it.");
        jdbc.sql("update act set account_id = account_id - 1 where chain = 0 and seq = ?").param(last - 1).update();

        jdbc.sql("create table act_kept as select * from act where chain = 0 and seq >= ?").param(last - 1).update();
        jdbc.sql("create table chain_kept as select * from act_chain where chain = 0").update();
        jdbc.sql("delete from act where chain = 0 and seq = ?").param(last - 1).update();
        assertThat(found(app)).contains("In the journal of the installation, acts " + (last - 1) + " to " + (last - 1) + " are missing.");
        // The newest one is left out as well, and the chain is said to end before them.
        jdbc.sql("delete from act where chain = 0 and seq = ?").param(last).update();
        jdbc.sql("update act_chain set seq = ?, hash = (select previous.hash from act previous where previous.chain = 0 "
                + "and previous.seq = ?) where chain = 0").params(last - 2, last - 2).update();
        assertThat(found(app)).containsExactly(
                "Where the journal of the installation begins and ends was not set by Pervius: acts were taken out or added.");
        jdbc.sql("delete from act_chain where chain = 0").update();
        jdbc.sql("insert into act_chain select * from chain_kept").update();
        jdbc.sql("insert into act select * from act_kept").update();
        // The oldest are said to have been taken out because of their age.
        jdbc.sql("update act_chain set cut_seq = 1, cut_hash = (select first.hash from act first where first.chain = 0 and first.seq = 1) "
                + "where chain = 0").update();
        assertThat(found(app)).anyMatch(s -> s.startsWith("Where the journal of the installation begins"));
        jdbc.sql("delete from act_chain where chain = 0").update();
        jdbc.sql("insert into act_chain select * from chain_kept").update();
        jdbc.sql("drop table act_kept").update();
        jdbc.sql("drop table chain_kept").update();
        assertThat(found(app)).isEmpty();
    }

    /** The journal cannot be written: the folder is not renamed either, nor is it told that it was. */
    @Test
    void whatCannotBeToldIsNotDone(App app) {
        Client mirela = app.as("Mirela Draganova");
        String folders = "/api/folders/" + mirela.folder("Work in progress / Fennick Hydraulics") + "/folders";
        long folder = mirela.post(folders, Map.of("name", "Untold")).must(201).body().get("id").asLong();
        JdbcClient jdbc = app.bean(JdbcClient.class);
        jdbc.sql("update act_chain set seq = seq - 1 where chain = ?").param(mirela.project()).update();
        try {
            assertThat(mirela.put("/api/folders/" + folder + "/name", Map.of("name", "Renamed all the same", "version", 0)).status())
                    .isGreaterThanOrEqualTo(400);
        } finally {
            jdbc.sql("update act_chain set seq = seq + 1 where chain = ?").param(mirela.project()).update();
        }
        assertThat(mirela.get("/api/folders/" + folder).must(200).body().get("folder").get("name").asString()).isEqualTo("Untold");
        mirela.put("/api/folders/" + folder + "/name", Map.of("name", "Told", "version", 0)).must(204);
        assertThat(told(mirela, "project=" + mirela.project() + "&kind=FOLDERS")).containsSubsequence(
                "Mirela Draganova renamed a folder: Work in progress / Fennick Hydraulics / Untold to “Told”",
                "Mirela Draganova made a folder: “Untold” in Work in progress / Fennick Hydraulics").doesNotHaveDuplicates()
                .noneMatch(s -> s.contains("all the same"));
    }

    @Test
    void howItIsKeptIsNotSetOverWhatSomebodyElseHasSetMeanwhile(App app) {
        Client mirela = app.as("Mirela Draganova");
        String keeping = "/api/journal/keeping?project=" + mirela.project();
        int seen = version(mirela, keeping);
        keep(mirela, "?project=" + mirela.project(), true, 24);
        assertThat(mirela.put(keeping, Map.of("files", false, "months", 0, "version", seen)).must(409).type())
                .isEqualTo("changed-meanwhile");
        assertThat(mirela.get(keeping).must(200).body().get("months").asInt()).isEqualTo(24);
        keep(mirela, "?project=" + mirela.project(), true, 0);
    }

    @Test
    void whatIsOlderThanItIsKeptIsTakenOutAndTheRestStaysWhole() {
        try (App app = Running.start("demo", Map.of("pervius.test.clock", "acts"))) {
            Client mirela = app.as("Mirela Draganova");
            String project = "?project=" + mirela.project();
            keep(mirela, project, false, 0);
            keep(mirela, project, true, 6);
            app.look();
            assertThat(told(mirela, "project=" + mirela.project())).hasSize(2);
            MovableClock.set("acts", Duration.ofDays(200));
            Client later = app.as("Mirela Draganova");
            assertThat(later.get("/api/journal/older" + project + "&months=6").must(200).body().get("acts").asInt()).isEqualTo(2);
            app.look();
            assertThat(told(later, "project=" + later.project())).containsExactly(
                    "Pervius took 2 acts out of this journal that were older than 6 months");
            assertThat(found(app)).isEmpty();
        }
    }

    @Test
    void itIsTakenAwayAsATableAndThatIsToldToo(App app) {
        Client mirela = app.as("Mirela Draganova");
        String project = "project=" + mirela.project();
        keep(mirela, "?" + project, true, 0);
        String table = mirela.text("/api/journal/table?format=CSV&" + project);
        assertThat(table).contains("No.,When (Z),Who,Kind,What,From").contains("Mirela Draganova,Keeping,\"set how this journal is kept");
        List<String> told = Client.until(() -> told(mirela, project), all -> all.getFirst().endsWith("took the journal away as a table"));
        assertThat(told).isNotEmpty();
    }

    @Test
    void everybodyWhoDidSomethingCanBeChosen(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        keep(aoife, "", true, 0);
        List<String> names = new ArrayList<>();
        aoife.get("/api/journal/people").must(200).body().forEach(p -> names.add(p.get("name").asString()));
        assertThat(names).contains("Aoife Ní Raghnaill").isSorted();
    }
}
