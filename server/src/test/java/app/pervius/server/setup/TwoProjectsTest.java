package app.pervius.server.setup;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two projects in one installation: neither learns of the other, and one account is a person of its own in each. */
class TwoProjectsTest {

    private static final String PASSWORD = "slate otter meridian";
    private static Running.App app;
    private static Client mirela;
    private static Client osric;
    private static long lock;

    @BeforeAll
    static void start() {
        app = Running.start("demo", Map.of());
        mirela = app.as("Mirela Draganova");
        lock = app.as("Aoife Ní Raghnaill").post("/api/projects",
                Map.of("code", "OTH", "name", "Otherwater Lock", "zone", "Europe/Dublin", "firmCode", "FNK", "firmName", "Fonkel Trust",
                "controller", "Osric Tamblyn",
                "controllerEmail", "osric@oth.example")).must(201).body().get("id").asLong();
        osric = app.nobody();
        osric.post("/api/entrance/invitations/" + mailed("osric@oth.example"), Map.of("password", PASSWORD)).must(200);
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static String mailed(String email) {
        return Client.until(() -> mirela.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("recipient").asString().equals(email))
                .map(m -> m.get("text").asString()).filter(t -> t.contains("/invitation/")).toList(), found -> !found.isEmpty()).getFirst()
                .replaceAll("(?s).*/invitation/([\\w-]+).*", "$1");
    }

    private static String there() {
        return "/api/projects/" + lock;
    }

    private static long firm() {
        return osric.get(there() + "/people").must(200).body().get("firms").get(0).get("id").asLong();
    }

    private static Client.Answer invite(String name, String email) {
        return osric.post(there() + "/people", Map.of("firmId", firm(), "name", name, "email", email, "job", "", "roles", List.of()));
    }

    @Test
    void aControllerSeesNobodyAndNothingOfTheOtherProject() {
        JsonNode people = osric.get(there() + "/people").must(200).body();
        // Whom another test has invited here has another name here.
        assertThat(people.get("people").valueStream().map(p -> p.get("name").asString()))
                .doesNotContain("Henrike Solvangen", "Tomasz Łęgowicz", "Mirela Draganova", "Kwabena Adofori");
        assertThat(people.get("firms").valueStream().map(f -> f.get("name").asString())).as("the same code is another firm here")
                .containsExactly("Fonkel Trust");
        assertThat(osric.get("/api/projects").must(200).body()).hasSize(1);
        assertThat(mirela.get("/api/projects").must(200).body()).hasSize(1);
        assertThat(osric.get(there() + "/documents").must(200).body().get("items")).isEmpty();
    }

    @Test
    void whetherAnAddressHasAnAccountIsNotToldByInvitingIt() {
        JsonNode known = invite("Somebody", "tomasz.legowicz@kwb.example").must(201).body();
        JsonNode unknown = invite("Somebody", "somebody@nowhere.example").must(201).body();
        String one = known.toString().replace("tomasz.legowicz@kwb.example", "").replace(known.get("person").get("id").asString(), "");
        String other = unknown.toString().replace("somebody@nowhere.example", "").replace(unknown.get("person").get("id").asString(), "");
        assertThat(one).isEqualTo(other).contains("\"joined\":false");
    }

    @Test
    void nobodyIsTakenInUnaskedAndWhoAcceptsIsSomebodyOfHisOwnInEach() {
        Client henrike = app.as("Henrike Solvangen");
        invite("H. Solvangen", "henrike.solvangen@kwb.example").must(201);
        assertThat(henrike.get("/api/projects").must(200).body()).as("before she accepts").hasSize(1);
        henrike.get(there() + "/people").must(404);
        String secret = mailed("henrike.solvangen@kwb.example");
        assertThat(app.nobody().post("/api/entrance/invitations/" + secret, Map.of("password", PASSWORD)).must(409).type())
                .as("a link is no way round the account").isEqualTo("account-there");
        henrike.post("/api/invitations/" + secret + "/acceptance", Map.of()).must(204);
        assertThat(henrike.get("/api/projects").must(200).body()).hasSize(2);
        JsonNode memberships = henrike.get("/api/session").must(200).body().get("actor").get("memberships");
        JsonNode here = memberships.get(Long.toString(henrike.project()));
        JsonNode elsewhere = memberships.get(Long.toString(lock));
        assertThat(elsewhere.get("person").asLong()).isNotEqualTo(here.get("person").asLong());
        assertThat(elsewhere.get("name").asString()).isEqualTo("H. Solvangen");
        assertThat(elsewhere.get("seesAll").asBoolean()).as("her roles are of one project").isFalse();
        assertThat(osric.get(there() + "/people").must(200).body().toString())
                .doesNotContain("Lead hydraulics engineer", "Henrike Solvangen");
    }

    @Test
    void aDeputyStandsInForOneProject() {
        JsonNode people = mirela.get("/api/projects/" + mirela.project() + "/people").must(200).body().get("people");
        long kwabena = people.valueStream().filter(p -> p.get("name").asString().equals("Kwabena Adofori")).findFirst().orElseThrow()
                .get("id").asLong();
        long own = osric.get("/api/session").must(200).body().get("actor").get("memberships").get(Long.toString(lock)).get("person")
                .asLong();
        String today = LocalDate.now().toString();
        osric.post(there() + "/absences", Map.of("person", own, "deputy", kwabena, "from", today, "to", today, "note", "")).must(400);
        osric.post(there() + "/absences", Map.of("person", kwabena, "deputy", own, "from", today, "to", today, "note", "")).must(400);
        assertThat(osric.get(there() + "/absences").must(200).body()).isEmpty();
    }

    @Test
    void whatIsNamedByNumberInOneProjectIsNotTakenFromTheOther() {
        long foreignRole = mirela.get("/api/projects/" + mirela.project() + "/people").must(200).body().get("roles").get(0).get("id")
                .asLong();
        long foreignFirm = mirela.get("/api/projects/" + mirela.project() + "/people").must(200).body().get("firms").get(0).get("id")
                .asLong();
        osric.put(there() + "/roles/" + foreignRole + "/holders", Map.of("holders", List.of(), "version", 0)).must(404);
        osric.post(there() + "/people", Map.of("firmId", foreignFirm, "name", "x", "email", "x@oth.example", "job", "", "roles", List.of()))
                .must(400);
        osric.post(there() + "/people", Map.of("firmId", firm(), "name", "x", "email", "y@oth.example", "job", "", "roles",
                List.of(foreignRole))).must(404);
        osric.post(there() + "/roles", Map.of("name", "Sees", "version", 0, "may",
                Map.of("controls", false, "seesAll", false, "seesFirms", List.of(foreignFirm), "handsIn", false, "sendsByHand", false,
                "decides", false))).must(400);
    }
}
