package app.pervius.server.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Names that are not what they look like are refused wherever something gets a name, with the field and the reason. */
@ExtendWith(Running.class)
class NamesTest {

    private static final Map<String, Object> NOTHING = Map.of("controls", false, "seesAll", false, "seesFirms", List.of(), "handsIn", false,
            "sendsByHand", false, "decides", false);

    @ParameterizedTest
    @ValueSource(strings = {"Site\u202Emaet", "Site\u2028team", "Site\u0007team", "Site\nteam"})
    void areRefusedOfRolesPeopleFirmsAndFolders(String name, App app) {
        Client mirela = app.as("Mirela Draganova");
        String project = "/api/projects/" + mirela.project();
        long firm = mirela.firm();
        refused(mirela.post(project + "/roles", Map.of("name", name, "may", NOTHING, "version", 0)), "name");
        refused(mirela.post(project + "/firms", Map.of("code", "ZZZ", "name", name)), "name");
        refused(mirela.post(project + "/people", Map.of("firmId", firm, "name", name, "email", "a@b.example", "job", "", "roles",
                List.of())), "name");
        refused(mirela.post(project + "/people", Map.of("firmId", firm, "name", "A", "email", "a@b.example", "job", name, "roles",
                List.of())), "job");
    }

    /** A list that is read brings names that no call carried. */
    @Test
    void areRefusedOfPeopleFromListsAsWell(App app) {
        Client mirela = app.as("Mirela Draganova");
        assertThatThrownBy(() -> app.bean(PeopleDesk.class).addPerson(mirela.project(), new People.NewPerson(mirela.firm(),
                "Ottilie\u202Eedlawnürg", "o@kwb.example", ""))).isInstanceOf(Refused.class).hasMessageContaining("cannot be seen");
    }

    private static void refused(Client.Answer answer, String field) {
        assertThat(answer.must(400).body().get("field").asString()).isEqualTo(field);
        assertThat(answer.sentence()).startsWith("This contains a character that cannot be seen");
    }

    @Test
    void emojiWithJoinersAreNames(App app) {
        Client mirela = app.as("Mirela Draganova");
        mirela.post("/api/projects/" + mirela.project() + "/roles", Map.of("name", "\uD83D\uDC77\u200D\u2640\uFE0F Weir walkers", "may",
                NOTHING, "version", 0)).must(201);
    }
}
