package app.pervius.server.signing;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Accounts, sessions and roles of an installation, by the calls people's browsers make. */
class AccountsTest {

    private static final String PASSWORD = "slate otter meridian";
    private static final Map<String, Object> LEAST = Map.of("controls", false, "seesAll", false, "seesFirms", List.of(), "handsIn", false,
            "sendsByHand", false, "decides", false);
    private static App app;
    private static Client mirela;
    private static Client aoife;
    private static int people;

    @BeforeAll
    static void start() {
        app = Running.start("demo", Map.of());
        mirela = app.as("Mirela Draganova");
        aoife = app.as("Aoife Ní Raghnaill");
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private record Somebody(long person, String email) {
    }

    private static String project() {
        return "/api/projects/" + mirela.project();
    }

    private static JsonNode everybody() {
        return mirela.get(project() + "/people").must(200).body();
    }

    private static long firm(String code) {
        return everybody().get("firms").valueStream().filter(f -> f.get("code").asString().equals(code)).findFirst().orElseThrow().get("id")
                .asLong();
    }

    private static JsonNode role(String name) {
        return everybody().get("roles").valueStream().filter(r -> r.get("name").asString().equals(name)).findFirst().orElseThrow();
    }

    private static Map<String, Object> rights(Map<String, Object> more) {
        Map<String, Object> all = new HashMap<>(LEAST);
        all.putAll(more);
        return all;
    }

    private static Somebody somebody(String firm, Long... roles) {
        String email = "somebody" + ++people + "@" + firm.toLowerCase(java.util.Locale.ROOT) + ".example";
        return new Somebody(mirela.takeIn(firm(firm), "Somebody " + people, email, List.of(roles), PASSWORD), email);
    }

    private static long account(Somebody who) {
        return aoife.get("/api/accounts").must(200).body().valueStream().map(l -> l.get("account"))
                .filter(a -> a.get("email").asString().equals(who.email())).findFirst().orElseThrow().get("id").asLong();
    }

    private static Client in(Somebody who) {
        return app.nobody().signIn(who.email(), PASSWORD);
    }

    private static JdbcClient database() {
        return app.bean(JdbcClient.class);
    }

    private static void roleIsAdded(String name, Map<String, Object> may) {
        mirela.post(project() + "/roles", Map.of("name", name, "may", may, "version", 0)).must(201);
    }

    private static void isHeldBy(String name, List<Long> holders) {
        JsonNode role = role(name);
        mirela.put(project() + "/roles/" + role.get("id").asLong() + "/holders",
                Map.of("holders", holders, "version", role.get("version").asInt())).must(204);
    }

    // Passwords and links.

    @Test
    void aNewPasswordEndsAllOtherSessionsAndIsAskedForOnceMore() {
        Somebody who = somebody("FNK");
        Client here = in(who);
        Client there = in(who);
        assertThat(here.put("/api/account/password", Map.of("password", "birch anvil tundra")).must(409).type())
                .isEqualTo("password-again");
        here.put("/api/account/password", Map.of("current", "not this one", "password", "birch anvil tundra")).must(400);
        here.put("/api/account/password", Map.of("current", PASSWORD, "password", who.email())).must(400);
        here.put("/api/account/password", Map.of("current", PASSWORD, "password", "birch anvil tundra")).must(204);
        here.get("/api/account").must(200);
        there.get("/api/account").must(401);
        app.nobody().post("/api/session", Map.of("email", who.email(), "password", PASSWORD)).must(401);
        app.nobody().signIn(who.email(), "birch anvil tundra");
    }

    @Test
    void whoHasForgottenThePasswordGetsALinkByMailWhoeverItIsTheAnswerIsTheSame() {
        Somebody who = somebody("FNK");
        Client before = in(who);
        Client.Answer known = app.nobody().post("/api/entrance/passwords", Map.of("email", who.email())).must(202);
        Client.Answer unknown = app.nobody().post("/api/entrance/passwords", Map.of("email", "nobody@nowhere.example")).must(202);
        assertThat(unknown.raw().body()).isEqualTo(known.raw().body());
        String secret = mailed(who.email(), "/new-password/");
        Client.until(() -> database().sql("select count(*) from message where secret and sent_at is not null").query(Long.class).single(),
                sent -> sent > 0);
        assertThat(database().sql("select count(*) from message where secret and sent_at is not null and text <> ''").query(Long.class)
                .single()).as("links that let somebody in, kept after they have gone").isZero();
        assertThat(app.nobody().get("/api/entrance/passwords/" + secret).must(200).body().get("email").asString()).isEqualTo(who.email());
        app.nobody().post("/api/entrance/passwords/" + secret, Map.of("password", "password1234")).must(400);
        app.nobody().post("/api/entrance/passwords/" + secret, Map.of("password", "birch anvil tundra")).must(204);
        assertThat(app.nobody().post("/api/entrance/passwords/" + secret, Map.of("password", "another kite basalt")).must(409).type())
                .isEqualTo("link-over");
        before.get("/api/account").must(401);
        app.nobody().signIn(who.email(), "birch anvil tundra");
        JsonNode set = app.as("Aoife Ní Raghnaill").get("/api/journal?kind=ACCOUNTS").must(200).body().get("items").get(0);
        assertThat(set.get("who").asString() + " " + set.get("what").asString()).as("who it turned out to be")
                .endsWith(" set a new password by a link: " + who.email()).doesNotStartWith("Nobody");
    }

    @Test
    void aLinkIsGoodForAnHourAndNoSecretIsKept() {
        Somebody who = somebody("FNK");
        aoife.post("/api/accounts/" + account(who) + "/password-links", Map.of()).must(200);
        String secret = mailed(who.email(), "/new-password/");
        assertThat(database().sql("select text from message where recipient = ?").param(who.email()).query(String.class).list())
                .as("nothing is left of what was mailed").noneMatch(t -> t.contains(secret));
        assertThat(database().sql("select secret_hash from account_link").query(String.class).list()).doesNotContain(secret);
        database().sql("update account_link set until_at = dateadd('hour', -1, until_at)").update();
        app.nobody().get("/api/entrance/passwords/" + secret).must(409);
    }

    private static String mailed(String email, String place) {
        return mailed(email, place, 1);
    }

    /** The secret of the newest link that was mailed, once so many were. */
    private static String mailed(String email, String place, int mails) {
        String text = Client.until(() -> mirela.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("recipient").asString().equals(email))
                .map(m -> m.get("text").asString()).filter(t -> t.contains(place)).toList(), found -> found.size() == mails).getFirst();
        return text.replaceAll("(?s).*" + place + "([\\w-]+).*", "$1");
    }

    // Accounts.

    @Test
    void aClosedAccountIsOutAtOnceAndStaysWhatItWas() {
        Somebody who = somebody("FNK");
        Client session = in(who);
        long account = account(who);
        aoife.post("/api/accounts/" + account + "/closing", Map.of()).must(204);
        session.get("/api/projects").must(401);
        app.nobody().post("/api/session", Map.of("email", who.email(), "password", PASSWORD)).must(401);
        JsonNode person = everybody().get("people").valueStream().filter(p -> p.get("id").asLong() == who.person()).findFirst()
                .orElseThrow();
        assertThat(person.get("active").asBoolean()).isFalse();
        aoife.post("/api/accounts/" + account + "/opening", Map.of()).must(204);
        in(who).get("/api/projects").must(200);
    }

    @Test
    void somebodyGoesOnAdministeringTheInstallation() {
        Somebody who = somebody("KWB");
        long own = aoife.get("/api/session").must(200).body().get("actor").get("account").asLong();
        assertThat(aoife.put("/api/accounts/" + own + "/administrator", Map.of("administrator", false)).must(409).type())
                .isEqualTo("last-administrator");
        aoife.put("/api/accounts/" + account(who) + "/administrator", Map.of("administrator", true)).must(204);
        Client second = in(who);
        second.get("/api/accounts").must(200);
        assertThat(aoife.post("/api/accounts/" + own + "/closing", Map.of()).must(409).type()).isEqualTo("own-account");
        aoife.put("/api/accounts/" + account(who) + "/administrator", Map.of("administrator", false)).must(204);
        second.get("/api/accounts").must(403);
    }

    @Test
    void whoLeavesTheLastProjectSignsInNoMoreAndIsTakenInAgainOnlyWhenAsked() {
        Somebody who = somebody("FNK");
        Client session = in(who);
        mirela.delete(project() + "/people/" + who.person()).must(204);
        session.get("/api/projects").must(401);
        app.nobody().post("/api/session", Map.of("email", who.email(), "password", PASSWORD)).must(401);
        JsonNode again = mirela.post(project() + "/people", Map.of("firmId", firm("FNK"), "name", "Somebody again", "email", who.email(),
                "job", "", "roles", List.of())).must(201).body();
        assertThat(again.get("person").get("id").asLong()).as("the same person, with its past").isEqualTo(who.person());
        assertThat(again.get("person").get("joined").asBoolean()).isFalse();
        app.nobody().post("/api/session", Map.of("email", who.email(), "password", PASSWORD)).must(401);
        Client back = app.nobody();
        back.post("/api/entrance/invitations/" + mailed(who.email(), "/invitation/", 2), Map.of("password", "birch anvil tundra"))
                .must(200);
        assertThat(back.person()).isEqualTo(who.person());
    }

    // Sessions.

    @Test
    void sessionsAreListedEndedOneByOneAndKeptUnderHashesOnly() {
        Somebody who = somebody("FNK");
        Client here = in(who);
        Client there = in(who);
        List<JsonNode> sessions = here.get("/api/account").must(200).body().get("sessions").valueStream().toList();
        // The invitation signed in too.
        assertThat(sessions).hasSize(3);
        assertThat(sessions.stream().filter(s -> s.get("here").asBoolean())).hasSize(1);
        String cookie = here.cookie("pervius");
        assertThat(database().sql("select session_id from sign_in_session").query(String.class).list())
                .noneMatch(id -> id.contains(cookie) || cookie.contains(id));
        sessions.stream().filter(s -> !s.get("here").asBoolean())
                .forEach(s -> here.post("/api/account/sessions/" + s.get("handle").asString() + "/ending", Map.of()).must(204));
        there.get("/api/account").must(401);
        here.get("/api/account").must(200);
    }

    @Test
    void aSessionEndsWhenNobodyUsesItHoweverOftenTheScreenAsksByItself() {
        Somebody who = somebody("FNK");
        Client client = in(who);
        long account = account(who);
        turnedBack(account, Duration.ofMinutes(50));
        client.unattended("/api/account").must(200);
        turnedBack(account, Duration.ofMinutes(15));
        client.get("/api/account").must(401);
    }

    @Test
    void aSessionThatIsUsedLastsTwelveHoursAndNoLonger() {
        Somebody who = somebody("FNK");
        Client client = in(who);
        long account = account(who);
        turnedBack(account, Duration.ofMinutes(50));
        client.get("/api/account").must(200);
        turnedBack(account, Duration.ofMinutes(50));
        client.get("/api/account").must(200);
        database().sql("update sign_in_session set creation_time = creation_time - ? where principal_name = ?")
                .params(Duration.ofHours(12).toMillis(), Long.toString(account)).update();
        client.get("/api/account").must(401);
    }

    /** As if a session had been used last so long before it was. */
    private static void turnedBack(long account, Duration by) {
        database().sql("update sign_in_session set last_access_time = last_access_time - ?, expiry_time = expiry_time - ? where "
                + "principal_name = ?")
                .params(by.toMillis(), by.toMillis(), Long.toString(account)).update();
    }

    @Test
    @SuppressWarnings("try")
    void liveNewsEndWithTheSessionAndWithTheRightToHearThem() throws Exception {
        Somebody leaver = somebody("FNK");
        Client first = in(leaver);
        StringBuffer heard = new StringBuffer();
        try (AutoCloseable stream = first.listen(heard)) {
            Client.until(heard::toString, h -> h.contains("hello"));
            app.nobody().signIn(leaver.email(), PASSWORD).post("/api/account/sessions/ending", Map.of()).must(204);
            Client.until(heard::toString, h -> h.contains("over"));
        }
        Client second = in(leaver);
        StringBuffer heardLater = new StringBuffer();
        try (AutoCloseable stream = second.listen(heardLater)) {
            Client.until(heardLater::toString, h -> h.contains("hello"));
            mirela.delete(project() + "/people/" + leaver.person()).must(204);
            Client.until(heardLater::toString, h -> h.contains("over"));
        }
    }

    @Test
    void aCallOfOneSessionIsNotProvedByTheTokenOfAnother() {
        Somebody one = somebody("FNK");
        Client a = in(one);
        Client b = in(one);
        b.tokenOf(a);
        assertThat(b.delete("/api/account/waits").must(403).type()).isEqualTo("page-out-of-date");
    }

    @Test
    void whatLetsOneInIsChangedWithThePasswordAtHandOnceSigningInIsLongAgo() {
        Somebody who = somebody("FNK");
        Client client = in(who);
        client.post("/api/account/codes/question", Map.of()).must(200);
        database().sql("update sign_in_session set creation_time = creation_time - ? where principal_name = ?")
                .params(Duration.ofMinutes(11).toMillis(), Long.toString(account(who))).update();
        for (String path : List.of("codes/question", "codes/withdrawal", "recovery-codes", "passkeys/question", "passkeys/none/withdrawal",
                "sessions/ending", "sessions/none/ending")) {
            assertThat(client.post("/api/account/" + path, Map.of()).must(409).type()).as(path).isEqualTo("password-again");
        }
        client.post("/api/account/codes/question", Map.of("password", "not this one")).must(400);
        client.post("/api/account/codes/question", Map.of("password", PASSWORD)).must(200);
    }

    @Test
    void assetsAndPagesSetNoCookie() {
        assertThat(app.nobody().get("/sign-in").must(200).raw().headers().allValues("Set-Cookie")).isEmpty();
        assertThat(app.nobody().get("/api/entrance").must(200).raw().headers().allValues("Set-Cookie")).isEmpty();
    }

    // Second steps.

    @Test
    void whomASecondStepIsAskedOfGetsNowhereBeforeThereIsOne() {
        Somebody who = somebody("FNK");
        JsonNode settings = mirela.get("/api/projects").must(200).body().get(0);
        mirela.put(project() + "/second-step", Map.of("version", settings.get("version").asInt(), "whom", List.of("EVERYBODY"))).must(204);
        try {
            Client client = in(who);
            assertThat(client.get("/api/session").must(200).body().get("secondStepMissing").asBoolean()).isTrue();
            assertThat(client.get("/api/projects").must(403).type()).isEqualTo("second-step-needed");
            client.get("/api/live").must(403);
            JsonNode enrolment = client.post("/api/account/codes/question", Map.of()).must(200).body();
            String secret = enrolment.get("secret").asString();
            assertThat(client.post("/api/account/codes", Map.of("secret", secret, "code", OneTimeCodes.now(secret))).must(200).body()
                    .get("codes")).hasSize(10);
            client.get("/api/projects").must(200);
            assertThat(client.post("/api/account/codes/withdrawal", Map.of()).must(409).type()).isEqualTo("second-step-asked");
        } finally {
            int version = mirela.get("/api/projects").must(200).body().get(0).get("version").asInt();
            mirela.put(project() + "/second-step", Map.of("version", version, "whom", List.of())).must(204);
        }
    }

    @Test
    void aCodeIsGoodOnceAndThePasswordAloneLetsNobodyIn() {
        Somebody who = somebody("FNK");
        Client client = in(who);
        String secret = client.post("/api/account/codes/question", Map.of()).must(200).body().get("secret").asString();
        String used = OneTimeCodes.now(secret);
        List<String> recovery = new ArrayList<>();
        client.post("/api/account/codes", Map.of("secret", secret, "code", used)).must(200).body().get("codes")
                .forEach(c -> recovery.add(c.asString()));
        Client half = app.nobody();
        JsonNode step = half.post("/api/session", Map.of("email", who.email(), "password", PASSWORD)).must(200).body();
        assertThat(step.has("actor")).isFalse();
        assertThat(step.get("ways").toString()).contains("CODE");
        half.get("/api/projects").must(401);
        half.post("/api/session/code", Map.of("code", used)).must(400);
        half.post("/api/session/code", Map.of("code", recovery.getFirst().toLowerCase(java.util.Locale.ROOT))).must(200);
        half.get("/api/projects").must(200);
        assertThat(database().sql("select code_secret from account where id = ?").param(account(who)).query(String.class).single())
                .doesNotContain(secret);
        aoife.delete("/api/accounts/" + account(who) + "/second-steps").must(204);
        half.get("/api/projects").must(401);
        in(who).get("/api/projects").must(200);
    }

    // Roles.

    @Test
    void aNewRoleOpensNothingOfAnotherFirmAndSaysWhatItWouldOpen() {
        roleIsAdded("Sends by hand", rights(Map.of("sendsByHand", true)));
        Somebody who = somebody("FNK");
        isHeldBy("Sends by hand", List.of(who.person()));
        Client client = in(who);
        long foreign = mirela.folder("Work in progress / Aldermoor Civils / Drawings");
        client.get("/api/folders/" + foreign).must(404);
        assertThat(client.get(project() + "/passages?which=ALL").must(200).body().get("items").valueStream()
                .map(r -> r.get("authorFirm").asString())).containsOnly("FNK");
        client.get(project() + "/reviews").must(403);

        JsonNode role = role("Sends by hand");
        JsonNode opened = mirela.post(project() + "/roles/" + role.get("id").asLong() + "/looks",
                Map.of("may", rights(Map.of("seesFirms", List.of(firm("ALD")))), "holders", List.of(who.person()))).must(200)
                .body().get(0);
        assertThat(opened.get("firms").toString()).isEqualTo("[\"Aldermoor Civils\"]");
        assertThat(opened.get("folders").asInt()).isEqualTo(4);
        assertThat(opened.get("files").asInt()).isPositive();

        mirela.put(project() + "/roles/" + role.get("id").asLong(),
                Map.of("name", "Sends by hand", "may", rights(Map.of("seesFirms", List.of(firm("ALD")))), "version", role.get("version")
                .asInt())).must(204);
        client.get("/api/folders/" + foreign).must(200);
        client.get("/api/folders/" + mirela.folder("Work in progress / Brask Controls / Drawings")).must(404);
        assertThat(client.get(project() + "/passages?which=ALL").must(200).body().get("items").valueStream()
                .map(r -> r.get("authorFirm").asString())).contains("ALD").doesNotContain("BRK");
        // Seeing is not reviewing: what reviewers write to each other stays closed.
        client.get(project() + "/reviews").must(403);
    }

    @Test
    void ofADocumentThatFirmsShareEachSeesItsOwnRevisions() {
        Client yusuf = app.as("Yusuf Karaderin");
        JsonNode passage = yusuf.settled(yusuf.submit("Work in progress / Fennick Hydraulics / Drawings", "Shared by two.pdf")).getFirst();
        String document = "/api/documents/by-number?project=KWR&number=" + passage.get("names").get("number").asString();
        assertThat(yusuf.get(document).must(200).body().get("revisions")).hasSize(1);
        // As if the revision had come from another firm, by a rule that lets that go on.
        database().sql("update passage set author_firm_id = ? where id = ?").params(firm("ALD"), passage.get("id").asLong()).update();
        JsonNode seen = yusuf.get(document).must(200).body();
        assertThat(seen.get("revisions")).isEmpty();
        assertThat(seen.get("journal")).isEmpty();
        assertThat(seen.get("row").has("latest")).as("not even that there is one").isFalse();
        assertThat(mirela.get(document).must(200).body().get("revisions")).hasSize(1);
    }

    @Test
    void whoHoldsNoRoleThatHandsInHandsNothingIn() {
        Somebody who = somebody("FNK");
        Client client = in(who);
        String drawings = "/api/folders/" + client.folder("Work in progress / Fennick Hydraulics / Drawings") + "/submissions";
        Map<String, Object> drop = Map.of("purpose", "", "files", List.of(Map.of("name", "a.pdf", "size", 1)));
        client.post(drawings, drop).must(403);
        List<Long> authors = new ArrayList<>();
        role("Author").get("holders").forEach(h -> authors.add(h.asLong()));
        authors.add(who.person());
        isHeldBy("Author", authors);
        client.post(drawings, drop).must(201);
    }

    @Test
    void theLastRoleThatControlsIsNotTakenAway() {
        JsonNode role = role("Document controller");
        assertThat(mirela.put(project() + "/roles/" + role.get("id").asLong(),
                Map.of("name", "Document controller", "may", LEAST, "version", role.get("version").asInt())).must(400).sentence())
                .isEqualTo("Somebody has to be document controller of the project.");
    }
}
