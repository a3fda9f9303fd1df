package app.pervius.server.owndata;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.integrity.Integrity;
import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Renaming;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Who is made anonymous is named nowhere any more, and every chain stays proved. */
class AnonymityTest {

    /** What people wrote, what files say and are called, and the demo's mail programs are no records of Pervius. */
    private static final Set<String> NOT_OURS = Set.of("TITLE_BLOCK", "COMMENT", "MAIL_ROOM", "SEAL");
    private static App app;
    private static Client aoife;

    @BeforeAll
    static void start() {
        app = Running.start("demo", Map.of());
        aoife = app.as("Aoife Ní Raghnaill");
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static JdbcClient jdbc() {
        return app.bean(JdbcClient.class);
    }

    private static long account(String name) {
        return jdbc().sql("select id from account where name = ?").param(name).query(Long.class).single();
    }

    /** Every column of every table that says a text. */
    private static Set<String> where(String text) {
        Set<String> found = new TreeSet<>();
        jdbc().sql("select table_name, column_name from information_schema.columns where table_schema = 'PUBLIC' "
                + "and data_type like 'CHARACTER%'").query((row, n) -> List.of(row.getString("table_name"), row.getString("column_name")))
                .list().stream().filter(column -> !NOT_OURS.contains(column.getFirst())).forEach(column -> {
                    if (jdbc().sql("select count(*) from \"" + column.getFirst() + "\" where lower(\"" + column.getLast() + "\") like ?")
                            .param("%" + text.toLowerCase(java.util.Locale.ROOT) + "%").query(Long.class).single() > 0) {
                        found.add(column.getFirst() + "." + column.getLast());
                    }
                });
        return found;
    }

    private static List<String> notWhole() {
        return app.bean(Integrity.class).examine().parts().stream().flatMap(p -> p.sentences().stream()).toList();
    }

    /** As it is done to somebody on whom nothing hangs any more. */
    private static int renamed(String name) {
        long id = account(name);
        Set<Long> persons = new TreeSet<>(jdbc().sql("select id from person where account_id = ?").param(id).query(Long.class).list());
        String email = jdbc().sql("select email from account where id = ?").param(id).query(String.class).single();
        Renaming renaming = new Renaming(id, persons, "Former person " + id, "former-" + id + "@anonymous.invalid", Set.of(name),
                Set.of(email));
        return Objects.requireNonNull(app.bean(TransactionTemplate.class).execute(status -> app.context().getBeansOfType(KeepsNames.class)
                .values().stream().mapToInt(keeper -> keeper.rename(renaming)).sum()));
    }

    @Test
    void whoIsHereNoLongerIsMadeAnonymousForGood() {
        String name = "Priya Venkatarangan";
        Client priya = app.as(name);
        priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Stays without her.pdf"));
        long id = account(name);
        String path = "/api/accounts/" + id;
        app.as("Mirela Draganova").post(path + "/anonymity", Map.of()).must(403);
        assertThat(aoife.post(path + "/anonymity", Map.of()).must(409).type()).isEqualTo("not-closed");
        assertThat(aoife.get(path + "/hanging").must(200).body()).isEmpty();
        aoife.post(path + "/closing", Map.of()).must(204);
        // Entered once more with the address of the account, and never came; and told of what somebody sent by hand.
        jdbc().sql("update person set address = 'Priya.V@ald.example', address_key = 'priya.v@ald.example' where account_id = ?").param(id)
                .update();
        jdbc().sql("insert into person (id, project_id, firm_id, name, address, address_key, job, gone, active, created_at, version) "
                + "select next value for ids, p.project_id, p.firm_id, p.name, a.email, a.email_key, 'Engineer', false, false, "
                + "p.created_at, 0 from account a, person p where p.account_id = a.id and a.id = ?").param(id).update();
        jdbc().sql("insert into sending (submission_id, sender_id, message, persons, addresses) select s.id, s.author_id, '', '', "
                + "'others@law.example' || char(10) || 'Priya.Venkatarangan@ald.example' from submission s where s.id not in "
                + "(select submission_id from sending) fetch first 1 row only").update();
        assertThat(where("priya.venkatarangan@")).contains("SENDING.ADDRESSES");
        assertThat(where(name)).contains("ACT.WHO", "MESSAGE.TEXT", "PERSON.NAME", "ACCOUNT.NAME");
        List<String> before = notWhole();

        JsonNode made = aoife.post(path + "/anonymity", Map.of()).must(200).body();
        assertThat(made.get("name").asString()).isEqualTo("Former person " + id);
        assertThat(made.get("entries").asInt()).isGreaterThan(5);
        assertThat(where(name)).isEmpty();
        assertThat(where("priya.v")).isEmpty();
        assertThat(where("Former person " + id)).contains("ACT.WHO", "ACT.WHAT", "PERSON.NAME", "ACCOUNT.NAME");
        assertThat(notWhole()).isEqualTo(before);
        assertThat(aoife.post(path + "/anonymity", Map.of()).must(409).type()).isEqualTo("anonymous-already");
        assertThat(aoife.post(path + "/opening", Map.of()).must(409).type()).isEqualTo("anonymous");
        assertThat(aoife.get("/api/journal?kind=ACCOUNTS").must(200).body().get("items").valueStream().map(act -> act.get("what")
                .asString())).anyMatch(what -> what.startsWith("made somebody anonymous: Former person " + id));
    }

    @Test
    void whoseDecisionsStandInJournalsIsNamedThereNoMoreAndTheyStayProved() {
        String name = "Tomasz Łęgowicz";
        assertThat(where(name)).contains("JOURNAL_ENTRY.ACTOR", "JOURNAL_ENTRY.ACCOUNT");
        List<String> before = notWhole();
        assertThat(renamed(name)).isGreaterThan(10);
        assertThat(where(name)).isEmpty();
        assertThat(where("Former person ")).contains("JOURNAL_ENTRY.ACTOR", "JOURNAL_ENTRY.ACCOUNT");
        assertThat(notWhole()).isEqualTo(before);
    }

    /** What was changed behind Pervius' back would look whole once it is linked anew. */
    @Test
    void nothingIsLinkedAnewThatIsNotWhole() {
        String name = "Kwabena Adofori";
        long passage = jdbc().sql("select passage_id from journal_entry where actor = ? fetch first 1 row only").param(name)
                .query(Long.class).single();
        jdbc().sql("update journal_entry set account = account || '!' where passage_id = ? and seq = 1").param(passage).update();
        try {
            assertThatThrownBy(() -> renamed(name)).hasMessageStartingWith("The journal of passage " + passage + " is not as it was");
        } finally {
            jdbc().sql("update journal_entry set account = left(account, length(account) - 1) where passage_id = ? and seq = 1")
                    .param(passage).update();
        }
        assertThat(where(name)).contains("ACCOUNT.NAME", "JOURNAL_ENTRY.ACTOR");
    }

    /** Who has the name of somebody else is told apart by what the person did, not by the name. */
    @Test
    void whereSomebodyElseHasTheNameItStaysInTextsAndThatIsSaid() {
        String name = "Linnéa Åkerström-Vass";
        long id = account(name);
        long yusuf = jdbc().sql("select min(id) from person where name = 'Yusuf Karaderin'").query(Long.class).single();
        long linnea = jdbc().sql("select min(id) from person where account_id = ?").param(id).query(Long.class).single();
        for (long actor : List.of(linnea, yusuf)) {
            jdbc().sql("insert into number_event (id, project_id, scheme_key, number, at, actor_id, actor, account) select "
                    + "next value for ids, project_id, 'documents', null, now(), id, ?, 'reserved for ' || ? from person where id = ?")
                    .params(name, name, actor).update();
        }
        jdbc().sql("update person set name = ? where id = ?").params(name, yusuf).update();
        aoife.post("/api/accounts/" + id + "/closing", Map.of()).must(204);
        JsonNode made = aoife.post("/api/accounts/" + id + "/anonymity", Map.of()).must(200).body();
        assertThat(made.get("sharedNames").get(0).asString()).isEqualTo(name);
        String events = "select actor || ': ' || account from number_event where actor_id = ?";
        assertThat(jdbc().sql(events).param(linnea).query(String.class).list()).contains("Former person " + id + ": reserved for " + name);
        assertThat(jdbc().sql(events).param(yusuf).query(String.class).list()).contains(name + ": reserved for " + name);
        jdbc().sql("update person set name = 'Yusuf Karaderin' where id = ?").param(yusuf).update();
    }

    @Test
    void onWhomSomethingHangsIsNotForgotten() {
        String path = "/api/accounts/" + account("Henrike Solvangen");
        assertThat(aoife.get(path + "/hanging").must(200).body()).isNotEmpty();
        aoife.post(path + "/closing", Map.of()).must(204);
        assertThat(aoife.post(path + "/anonymity", Map.of()).must(409).type()).isEqualTo("hangs-on-person");
        aoife.post(path + "/opening", Map.of()).must(204);
        assertThat(where("Henrike Solvangen")).contains("ACCOUNT.NAME", "PERSON.NAME");
    }

    @Test
    void namesAreReplacedAsWholeWordsOnly() {
        Renaming renaming = new Renaming(7, Set.of(), "Former person 7", "former-7@anonymous.invalid", Set.of("Ann Lee"),
                Set.of("ann.lee@weir.example"));
        assertThat(renaming.in("Ann Lee for Joann Lee: Ann Lees, ANN LEE <ann.lee@weir.example>, joann.lee@weir.example"))
                .isEqualTo("Former person 7 for Joann Lee: Ann Lees, Former person 7 <former-7@anonymous.invalid>, joann.lee@weir.example");
    }
}
