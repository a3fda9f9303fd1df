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
        assertThat(all.propertyNames()).contains("submission", "folder_file", "role_holder", "message");
        String email = all.get("account").get(0).get("email").asString();
        assertThat(all.get("message").valueStream()).allMatch(m -> m.get("recipient").asString().equals(email));
        assertThat(all.toString()).doesNotContain("password_hash", "code_secret", "$argon2");
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

    /** The journals of passages name people without the database knowing that they do. */
    @Test
    void whatStandsInJournalsUnderANameIsInItToo(App app) {
        JdbcClient jdbc = app.bean(JdbcClient.class);
        long person = jdbc.sql("select actor_id from journal_entry j where actor_id is not null and exists (select 1 from person p "
                + "where p.id = j.actor_id and p.account_id is not null) fetch first 1 row only").query(Long.class).single();
        long account = jdbc.sql("select account_id from person where id = ?").param(person).query(Long.class).single();
        JsonNode all = app.as("Aoife Ní Raghnaill").get("/api/accounts/" + account + "/data").must(200).body();
        assertThat(all.get("journal_entry").valueStream()).isNotEmpty().allMatch(e -> e.get("actor_id").asString().equals(
                String.valueOf(person)) || jdbc.sql("select account_id from person where id = ?").param(Long.parseLong(e.get("actor_id")
                .asString())).query(Long.class).single() == account);
    }
}
