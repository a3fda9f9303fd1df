package app.pervius.server.owndata;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Everything that is kept of a person can be written out, without what lets in, and without what is others' alone. */
@ExtendWith(Running.class)
class OwnDataTest {

    @Test
    void whatSomebodyDidSaidAndGotIsInItAndNothingThatLetsIn(App app) {
        Client priya = app.as("Priya Venkatarangan");
        priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Written out.pdf"));
        JsonNode all = priya.get("/api/account/data").must(200).body();
        assertThat(all.get("account")).hasSize(1);
        assertThat(all.get("account").get(0).get("name").asString()).isEqualTo("Priya Venkatarangan");
        assertThat(all.get("person").valueStream()).allMatch(p -> p.get("name").asString().equals("Priya Venkatarangan"));
        assertThat(all.get("passage").toString()).contains("Written out");
        assertThat(all.propertyNames()).contains("submission", "journal_entry", "role_holder", "message");
        String email = all.get("account").get(0).get("email").asString();
        assertThat(all.get("message").valueStream()).allMatch(m -> m.get("recipient").asString().equals(email));
        assertThat(all.toString()).doesNotContain("password_hash", "code_secret", "$argon2");
        assertThat(all.get("journal_entry").valueStream()).allMatch(e -> e.get("actor").asString().startsWith("Priya Venkatarangan"));
    }

    @Test
    void administratorsWriteItOutOfEverybodyAndThatIsTold(App app) {
        Client aoife = app.as("Aoife Ní Raghnaill");
        long yusuf = app.bean(JdbcClient.class).sql("select id from account where name = 'Yusuf Karaderin'").query(Long.class).single();
        String of = "/api/accounts/" + yusuf + "/data";
        assertThat(aoife.get(of).must(200).body().get("account").get(0).get("name").asString()).isEqualTo("Yusuf Karaderin");
        app.as("Mirela Draganova").get(of).must(403);
        aoife.get("/api/accounts/999999999/data").must(404);
        assertThat(Client.until(() -> aoife.get("/api/journal?kind=EXPORTS").must(200).body().get("items").toString(),
                told -> told.contains("took away all that is kept of a person: "))).contains("yusuf");
    }
}
