package app.pervius.server.signing;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Firms and people from a list: looked at first, taken whole or not at all, invited at once. */
@ExtendWith(Running.class)
class PeopleListTest {

    private static final String HEAD = "Name\tE-mail\tFirm\tFirm name\tJob\tRoles\n";

    private static Client.Answer send(Client who, boolean look, String how, String list) {
        return who.postBytes("/api/projects/" + who.project() + "/people/lists?look=" + look + how, list.getBytes(StandardCharsets.UTF_8));
    }

    private static JsonNode everybody(Client who) {
        return who.get("/api/projects/" + who.project() + "/people").must(200).body();
    }

    private static JsonNode named(JsonNode all, String name) {
        return all.valueStream().filter(one -> one.get("name").asString().equals(name)).findFirst().orElseThrow();
    }

    private static List<String> faults(JsonNode taken) {
        return taken.get("faults").valueStream().map(f -> f.get("row").asInt() + " " + f.get("column").asString() + ": "
                + f.get("sentence").asString()).toList();
    }

    @Test
    void aListIsLookedAtAndTakenWithItsFirmsTheirFoldersRolesAndInvitations(App app) {
        Client mirela = app.as("Mirela Draganova");
        long author = named(everybody(mirela).get("roles"), "Author").get("id").asLong();
        String how = "&role=" + author + "&folder=" + mirela.folder("Work in progress");
        String list = HEAD + "Ottilie Grünwald\tottilie@trm.example\ttrm\tTram Works: North/South\tTrack designer\t\n"
                + "Bruno Achterberg\tbruno@trm.example\tTRM\t\t\treviewer; Author\n"
                + "Yusuf Karaderin\tYUSUF.KARADERIN@fnk.example\tFNK\t\t\t\n";
        JsonNode looked = send(mirela, true, how, list).must(200).body();
        assertThat(faults(looked)).isEmpty();
        assertThat(looked.get("firms").get(0).get("code").asString()).isEqualTo("TRM");
        assertThat(looked.get("people").valueStream().map(p -> p.get("name").asString() + ": " + p.get("roles").asString()))
                .containsExactly("Ottilie Grünwald: Author", "Bruno Achterberg: Author, Reviewer");
        assertThat(looked.get("known").asInt()).as("who is there stays as he is").isEqualTo(1);
        assertThat(everybody(mirela).get("firms").valueStream().map(f -> f.get("code").asString())).as("looking adds nothing")
                .doesNotContain("TRM");

        send(mirela, false, how, list).must(200);
        JsonNode now = everybody(mirela);
        JsonNode bruno = named(now.get("people"), "Bruno Achterberg");
        assertThat(bruno.get("firmName").asString()).isEqualTo("Tram Works: North/South");
        assertThat(named(now.get("roles"), "Reviewer").get("holders").valueStream().map(JsonNode::asLong))
                .contains(bruno.get("id").asLong());
        assertThat(mirela.folder("Work in progress / Tram Works- North-South")).as("a folder can be called so").isPositive();
        for (String invited : List.of("ottilie@trm.example", "bruno@trm.example")) {
            app.until(() -> Desks.mails(mirela, invited, "invites you to the project"), mails -> mails.size() == 1);
        }

        JsonNode again = send(mirela, false, how, list).must(200).body();
        assertThat(again.get("known").asInt()).isEqualTo(3);
        assertThat(again.get("people")).isEmpty();
    }

    @Test
    void everythingThatIsWrongIsSaidWithItsPlaceAndNothingIsTaken(App app) {
        Client mirela = app.as("Mirela Draganova");
        int before = everybody(mirela).get("people").size();
        String list = "Name,E-mail,Firm,Firm name,Roles\n"
                + "Good Enough,good@new.example,NEW,New Works,\n"
                + ",nameless@new.example,NEW,,\n"
                + "No Address,nowhere,NEW,,\n"
                + "Twice,good@new.example,NEW,,\n"
                + "No Firm,firm@new.example,XYZ,,\n"
                + "Other Name,other@new.example,NEW,Newer Works,\n"
                + "Odd Code,odd@new.example,N-W,Odd,\n"
                + "No Role,role@new.example,NEW,,Juggler\n";
        JsonNode taken = send(mirela, false, "", list).must(200).body();
        assertThat(faults(taken)).containsExactly(
                "3 Name: A name is missing.",
                "4 E-mail: “nowhere” is not an e-mail address.",
                "5 E-mail: “good@new.example” stands in the list twice.",
                "6 Firm: There is no firm “XYZ”. Say what it is called in a column “Firm name”, and it is added.",
                "7 Firm name: “NEW” is called “New Works” further up, and “Newer Works” here.",
                "8 Firm: “N-W”: a firm's code has 2 to 10 letters and digits, such as FNK.",
                "9 Roles: The project has no role “Juggler”. Several are parted by a semicolon or a comma.");
        assertThat(everybody(mirela).get("people")).hasSize(before);
        assertThat(faults(send(mirela, true, "", "Who;Where\nx;y\n").must(200).body())).containsExactly(
                "1 Name: The first row names no column “Name”.", "1 E-mail: The first row names no column “E-mail”.",
                "1 Firm: The first row names no column “Firm”.");
        String many = HEAD + IntStream.range(0, 1001).mapToObj(i -> "P" + i + "\tp" + i + "@new.example\tFNK\t\t\t\n")
                .reduce("", String::concat);
        assertThat(faults(send(mirela, true, "", many).must(200).body())).containsExactly(
                "1001 : A list has at most 1000 people. Take one part after the other.");
    }

    @Test
    void firmsGetFoldersOnlyWhereFirmsCanHaveThem(App app) {
        Client mirela = app.as("Mirela Draganova");
        String firms = "/api/projects/" + mirela.project() + "/firms";
        for (String wrong : List.of("Shared", "Work in progress / Fennick Hydraulics")) {
            assertThat(mirela.post(firms, Map.of("code", "ZZZ", "name", "Zed", "folder", mirela.folder(wrong))).must(400).sentence())
                    .contains("is no folder for firms");
        }
        mirela.post(firms, Map.of("code", "ZZZ", "name", "Zed", "folder", -1)).must(404);
        mirela.post(firms, Map.of("code", "ZED", "name", "Zed Lifting", "folder", mirela.folder("Work in progress"))).must(201);
        assertThat(mirela.folder("Work in progress / Zed Lifting")).isPositive();
        assertThat(mirela.post(firms, Map.of("code", "ZE2", "name", "Zed Lifting", "folder", mirela.folder("Work in progress"))).must(409)
                .sentence()).contains("lies in “Work in progress” already");
        assertThat(everybody(mirela).get("firms").valueStream().map(f -> f.get("code").asString())).as("with neither the firm")
                .contains("ZED").doesNotContain("ZE2", "ZZZ");
    }

    @Test
    void whatIsMissingIsSaidInTheOrderItIsNeededAndOnlyToWhoControls(App app) {
        Client mirela = app.as("Mirela Draganova");
        String lacking = "/api/projects/" + mirela.project() + "/lacking";
        app.as("Yusuf Karaderin").get(lacking).must(403);
        send(mirela, false, "", HEAD + "Lone Wolf\tlone@wlf.example\tWLF\tWolf Works\t\tAuthor\n").must(200);
        assertThat(mirela.get(lacking).must(200).body().valueStream().filter(l -> l.get("what").asString().equals("FIRM_FOLDER"))
                .map(l -> l.get("sentence").asString())).singleElement().asString().contains("“Wolf Works”");
        mirela.post("/api/folders/" + mirela.folder("Work in progress") + "/folders",
                Map.of("name", "Wolf Works", "firm", named(everybody(mirela).get("firms"), "Wolf Works").get("id").asLong(), "values",
                        Map.of())).must(201);
        assertThat(mirela.get(lacking).must(200).body().valueStream().map(l -> l.get("what").asString())).doesNotContain("FIRM_FOLDER");
    }
}
