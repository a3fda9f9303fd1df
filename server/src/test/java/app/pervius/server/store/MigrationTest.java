package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.identify.Checks;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.number.NumberPlan;
import app.pervius.core.number.Scheme;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.RoleId;
import app.pervius.core.project.StatusCode;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.review.Completion;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Plan;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.Untaken;
import app.pervius.core.rules.Which;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipInputStream;
import java.util.Optional;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A database written by the version before is brought to what this one reads. */
class MigrationTest {

    private static final String URL = "jdbc:h2:mem:migration;DB_CLOSE_DELAY=-1";

    private static final String OLD_SCHEME = """
            {"key":"documents","name":"Documents","edition":1,"pattern":"{project}-{counter:4}","countsPer":["type"],"start":1}""";
    private static final String OLD_RULE = """
            {"name":"Drawings","where":{"places":[{"folder":{"value":7},"withBelow":true}]},
            "which":{"formats":["PDF"],"firms":[],"people":[]},
            "namePattern":"{type}_{title}","scheme":"documents","route":"civil",
            "issue":{"byCode":{"1":{"kind":"place","folder":{"value":9},"statusCode":"A1"},
            "3":{"kind":"back"}},"namePattern":"{number}"},"tell":{"onArrival":[{"kind":"author"}],"onReturn":[],"onIssue":[]}}""";
    private static final String OLD_FIELDS = """
            [{"key":"type","label":"Type","kind":{"kind":"codes","codes":[{"code":"DR","meaning":"drawing"}]},"greatestWidth":3}]""";

    private static final String OLD_ROUTE = """
            {"key":"civil","name":"Civil","edition":1,"steps":[{"name":"Review","kind":"REVIEW","role":{"value":5},"workingDays":5},
            {"name":"Approval","kind":"APPROVAL","role":{"value":6},"workingDays":3}],"ownFirmDecides":true}""";

    @TempDir
    static Path keys;

    private static FluentConfiguration flyway() {
        return flyway(URL, new Secrets(new DataDirectory(keys)));
    }

    private static FluentConfiguration flyway(String url, Secrets secrets) {
        return Flyway.configure().dataSource(url, "sa", "").locations("classpath:db/migration")
                .javaMigrations(new V4DefinitionsSayMore(), new V6RoutesSayMore(), new V7RuleSheetInFull(), new V9ChecksSayMore(),
                new V10FindAndOrder(), new V15RulesGoBeside(), new V27StationsPrepare(), new V31DevicesAreReleasedTo(),
                new V33CopiesLieSomewhere(), new V35SecretsAreSealed(secrets),
                new V39PassagesJournalsAreKeyed(secrets), new V40ReleasesAreStamped(), new V45OneIndexWhereThereWereTwo());
    }

    private static String one(Statement s, String sql) throws SQLException {
        try (ResultSet r = s.executeQuery(sql)) {
            assertThat(r.next()).isTrue();
            return r.getString(1);
        }
    }

    /** The route lets the own firm decide, and Mirela, who holds the role of the step, has said something. */
    private static void aReviewUnderWay(Statement s) throws SQLException {
        s.execute("insert into folder (id, project_id, name, name_key, state, field_values, version) values (7, 1, 'WIP', 'wip', "
                + "'WORK_IN_PROGRESS', '{}', 0)");
        s.execute("insert into submission (id, project_id, folder_id, reference, purpose, author_id, author_firm_id, uploader_id, open, "
                + "opened_at, last_activity, runs, unsettled, version) "
                + "values (20, 1, 7, 'S-0001', '', 2, 2, 2, false, current_timestamp, current_timestamp, 1, false, 0)");
        s.execute("insert into passage (id, project_id, submission_id, folder_id, author_id, author_firm_id, uploader_id, "
                + "original_name, base_name, title, given_values, field_values, cycle, station, state, since, version) "
                + "values (21, 1, 20, 7, 2, 2, 2, 'a.pdf', 'a', 'a', '{}', '{}', 1, 'REVIEW', 'WAITING', current_timestamp, 0)");
        s.execute("insert into review (id, project_id, submission_id, route_key, route_edition, author_id, author_firm_id, "
                + "own_firm_decides, state, step, step_role, due, made_at, version) "
                + "values (22, 1, 20, 'civil', 1, 2, 2, true, 'OPEN', 1, 5, current_timestamp, current_timestamp, 0)");
        s.execute("insert into review_passage (review_id, passage_id) values (22, 21)");
        s.execute("insert into review_answer (id, review_id, step, step_name, passage_id, person_id, code, comment, given_at, version) "
                + "values (23, 22, 1, 'Approval', 21, 1, 2, 'north arrow', current_timestamp, 0)");
    }

    /** Who had a password has an account now, who had none is invited again; who could hand in still can. */
    private static void peopleHaveAccountsAndRights(Statement s) throws SQLException {
        assertThat(one(s, "select email || '/' || password_hash || '/' || administrator || '/' || closed from account"))
                .isEqualTo("m@kwb.example/hashed/TRUE/FALSE");
        assertThat(one(s, "select listagg(id || '/' || project_id || '/' || coalesce(account_id, 0) || '/' || active || '/' || "
                + "address_key, ' ') within group (order by id) from person"))
                .isEqualTo("1/1/1/TRUE/m@kwb.example 2/1/0/TRUE/y@fnk.example");
        assertThat(one(s, "select listagg(code || '/' || project_id, ' ') within group (order by code) from firm"))
                .isEqualTo("FNK/1 KWB/1");
        assertThat(one(s, "select hands_in || '/' || sends_by_hand || '/' || decides from role where id = 5")).isEqualTo("TRUE/FALSE/TRUE");
        assertThat(one(s, "select count(*) from role_holder h join role r on r.id = h.role_id where r.name = 'Author'")).isEqualTo("2");
    }

    private static void theReviewIsStillWithItsPeople(Statement s) throws SQLException {
        assertThat(one(s, "select family_id || '/' || turn || '/' || state from review")).isEqualTo("22/1/OPEN");
        assertThat(one(s, "select person_id || '/' || turn || '/' || open || '/' || (due is not null) from review_seat"))
                .isEqualTo("1/1/TRUE/TRUE");
        assertThat(one(s, "select seat_id || '/' || person_id || '/' || turn || '/' || comment from review_answer"))
                .isEqualTo("1/1/1/north arrow");
        assertThat(one(s, "select passed_on || '/' || (over_at is null) from review_passage")).isEqualTo("FALSE/TRUE");
    }

    @Test
    void secretsThatWereKeptAsTheyWereTypedAreSealed() throws SQLException {
        String url = "jdbc:h2:mem:secrets;DB_CLOSE_DELAY=-1";
        Secrets secrets = new Secrets(new DataDirectory(keys));
        flyway(url, secrets).target("34").load().migrate();
        try (Connection connection = DriverManager.getConnection(url, "sa", ""); Statement s = connection.createStatement()) {
            s.execute("insert into connection values (1, 'Ledger', 'https://ledger.example', 'hush', 0)");
            s.execute("insert into connection values (2, 'Open', 'https://open.example', '', 0)");
            flyway(url, secrets).load().migrate();
            assertThat(secrets.decrypt(one(s, "select secret from connection where id = 1"))).isEqualTo("hush");
            assertThat(one(s, "select secret from connection where id = 2")).isEmpty();
        }
    }

    /** Whoever has to go back puts what is in the ZIP where the database lies. */
    @Test
    void whatWasThereBeforeIsKept(@TempDir Path data) throws Exception {
        String url = "jdbc:h2:" + data.resolve("db/pervius");
        Secrets secrets = new Secrets(new DataDirectory(keys));
        flyway(url, secrets).target("34").load().migrate();
        try (Connection connection = DriverManager.getConnection(url, "sa", ""); Statement s = connection.createStatement()) {
            s.execute("insert into connection values (1, 'Ledger', 'https://ledger.example', 'hush', 0)");
        }
        NewerData.bringOver(flyway(url, secrets).load(), new DataDirectory(data));
        Path kept = data.resolve("before/step-34.zip");
        try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(kept))) {
            assertThat(zip.getNextEntry().getName()).isEqualTo("pervius.mv.db");
            Files.copy(zip, data.resolve("old.mv.db"));
        }
        try (Connection connection = DriverManager.getConnection("jdbc:h2:" + data.resolve("old"), "sa", "");
                Statement s = connection.createStatement()) {
            assertThat(one(s, "select secret from connection")).isEqualTo("hush");
        }
        Files.delete(kept);
        NewerData.bringOver(flyway(url, secrets).load(), new DataDirectory(data));
        assertThat(kept).as("nothing was brought over").doesNotExist();
    }

    @Test
    void definitionsWrittenBeforeAreReadWithWhatTheySaidAndWhatIsUsual() throws SQLException {
        try (Connection connection = DriverManager.getConnection(URL, "sa", ""); Statement s = connection.createStatement()) {
            flyway().target("2").load().migrate();
            s.execute("insert into project (id, code, name, zone, fields, decision_codes, status_codes, created_at, version) values (1, "
                    + "'KWR', 'Weir', 'UTC', '" + OLD_FIELDS
                    + "', '[]', '[{\"code\":\"A1\",\"meaning\":\"accepted\"}]', current_timestamp, 0)");
            s.execute("insert into firm (id, code, name, version) values (1, 'KWB', 'Water Board', 0)");
            s.execute("insert into person (id, firm_id, name, email, job, administrator, active, created_at, version) values (1, 1, "
                    + "'Mirela', 'm@kwb.example', '', false, true, current_timestamp, 0)");
            s.execute("insert into scheme_edition values (2, 1, 'documents', 1, '" + OLD_SCHEME + "', true, current_timestamp)");
            s.execute("insert into rule (id, project_id, position, switched_on, edition_in_force, draft, removed, version) values (3, "
                    + "1, 1, true, 1, '" + OLD_RULE + "', false, 0)");
            s.execute("insert into rule_edition values (4, 3, 1, '" + OLD_RULE + "', 1, current_timestamp)");
            s.execute("update project set decision_codes = "
                    + "'[{\"digit\":3,\"name\":\"again\",\"workMayGoOn\":false,\"mustComeAgain\":true,\"commentRequired\":true}]'");
            s.execute("insert into role (id, project_id, name, controls, sees_all, version) values (5, 1, 'Reviewer', false, true, 0)");
            s.execute("insert into role_holder (role_id, person_id) values (5, 1)");
            s.execute("insert into route_edition values (6, 1, 'civil', 1, '" + OLD_ROUTE + "', true, current_timestamp)");
            s.execute("insert into firm (id, code, name, version) values (2, 'FNK', 'Fennick', 0)");
            s.execute("insert into person (id, firm_id, name, email, job, administrator, active, created_at, version) values (2, 2, "
                    + "'Yusuf', 'y@fnk.example', '', false, true, current_timestamp, 0)");
            aReviewUnderWay(s);
            s.execute("update person set password_hash = 'hashed', administrator = true where id = 1");
            s.execute("insert into project_member (project_id, person_id) values (1, 1), (1, 2)");
            flyway().load().migrate();
            peopleHaveAccountsAndRights(s);
            theReviewIsStillWithItsPeople(s);

            assertThat(Json.read(one(s, "select definition from scheme_edition"), Scheme.class))
                    .isEqualTo(Scheme.ofDocuments("documents", "Documents", "{project}-{counter:4}", List.of("type")));
            for (String rule : List.of(one(s, "select definition from rule_edition"), one(s, "select draft from rule"))) {
                HandlingRule read = (HandlingRule) Json.read(rule, Rule.class);
                assertThat(read.which()).isEqualTo(Which.of(new Condition.HasFormat(Set.of(FileFormat.PDF))));
                Plan plan = read.plan();
                assertThat(plan.identify()).contains(new IdentifyPlan(List.of("{type}_{title}"), List.of(), Checks.USUAL,
                        Optional.empty()));
                assertThat(plan.number().orElseThrow().scheme()).contains("documents");
                assertThat(plan.prepare()).isEmpty();
                assertThat(plan.review().orElseThrow().route()).contains("civil");
                assertThat(plan.issue().orElseThrow().byCode()).isEqualTo(Map.of(1,
                        new Target.Place(new Target.Into(new FolderId(9), "", "{number}"), "A1", Target.Manner.COPY,
                        Target.WhenTaken.STOP, Map.of(), List.of()), 3, new Target.BackToAuthor()));
                assertThat(plan.tell().orElseThrow().on(Occasion.ARRIVED))
                        .containsExactly(new Telling(Occasion.ARRIVED, List.of(new Audience.Author()), ""));
            }
            JsonNode sheet = JsonMapper.shared()
                    .readTree(one(s, "select definition from sheet_edition where project_id = 1 and edition = 1"));
            assertThat(sheet.get("lines").toString()).isEqualTo("[{\"rule\":3,\"edition\":1,\"on\":true}]");
            assertThat(Json.read(sheet.get("project").toString(), Handling.class))
                    .isEqualTo(new Handling(IdentifyPlan.USUAL, new NumberPlan(Optional.of("documents")), PreparePlan.NONE,
                    new ReviewPlan(Optional.of("documents")), IssuePlan.AS_PROJECT, TellPlan.ofTheAuthor(),
                    Untaken.STOPPED));
            assertThat(one(s, "select count(*) from passage where rule_id is null and sheet_edition is null and event = 'NEW_FILE'"))
                    .isEqualTo("1");
            Route route = Json.read(one(s, "select definition from route_edition"), Route.class);
            assertThat(route).isEqualTo(new Route("civil", "Civil", 1,
                    List.of(Step.usual("Review", Step.Kind.REVIEW, new Who.InRole(new RoleId(5)), 5),
                    Step.usual("Approval", Step.Kind.APPROVAL, new Who.InRole(new RoleId(6)), 3)), true, false, Optional.empty(), List.of(),
                    List.of(), List.of(), Completion.NOTHING));
            List<DecisionCode> decisionCodes = Json.read(one(s, "select decision_codes from project"),
                    new TypeReference<List<DecisionCode>>() { });
            assertThat(decisionCodes).containsExactly(new DecisionCode(3, "again", "REV", false, true, true, Optional.empty()));
            List<Field> fields = Json.read(one(s, "select fields from project"), new TypeReference<List<Field>>() { });
            assertThat(((FieldKind.CodeList) fields.getFirst().kind()).codes().getFirst().retired()).isFalse();
            List<StatusCode> codes = Json.read(one(s, "select status_codes from project"), new TypeReference<List<StatusCode>>() { });
            assertThat(codes.getFirst().states()).isEmpty();
        }
    }

    @Test
    void releasesOfRulesThatStoodBeforeAreNotStamped() throws SQLException {
        String url = "jdbc:h2:mem:stamped;DB_CLOSE_DELAY=-1";
        Secrets secrets = new Secrets(new DataDirectory(keys));
        flyway(url, secrets).target("39").load().migrate();
        try (Connection c = DriverManager.getConnection(url, "sa", ""); Statement s = c.createStatement()) {
            s.execute("set referential_integrity false");
            s.execute("insert into project_handling (id, project_id, draft, version) values (1, 1, '{\"issue\":{"
                    + "\"byCode\":{},\"atOnce\":null,"
                    + "\"releases\":[{\"device\":\"Plotter\",\"after\":[],\"how\":{\"paper\":\"REDUCED\",\"media\":\"iso_a3_297x420mm\","
                    + "\"copies\":2,\"bothSides\":true,\"held\":false}}]}}', 0)");
            flyway(url, secrets).load().migrate();
            assertThat(one(s, "select draft from project_handling")).contains("\"held\":false,\"stamp\":\"NONE\"");
        }
    }

    /** One chain is whole before, one was changed: the first is keyed, the second goes on to be found. */
    @Test
    void journalsOfPassagesAreKeyedWhereTheyWereWhole() throws SQLException {
        String url = "jdbc:h2:mem:keyed;DB_CLOSE_DELAY=-1";
        Secrets secrets = new Secrets(new DataDirectory(keys));
        flyway(url, secrets).target("38").load().migrate();
        try (Connection c = DriverManager.getConnection(url, "sa", ""); Statement s = c.createStatement()) {
            s.execute("set referential_integrity false");
            for (int passage : new int[] {1, 2}) {
                String first = Secrets.hash(String.join("\u001f", "", "" + passage, "1", "2026-11-27T09:00:00Z", "ARRIVE", "DONE", "null",
                        "Pervius", "arrived", ""));
                String second = Secrets.hash(String.join("\u001f", first, "" + passage, "2", "2026-11-27T09:00:00.250Z", "NUMBER", "DONE",
                        "7", "Ottilie", "numbered", "Rule (edition 1)"));
                s.execute("insert into journal_entry (passage_id, seq, at, station, kind, actor_id, actor, account, rule, previous_hash, "
                        + "hash) values (" + passage + ", 1, timestamp with time zone '2026-11-27 09:00:00+00:00', 'ARRIVE', 'DONE', null, "
                        + "'Pervius', 'arrived', '', '', '" + first + "'), (" + passage + ", 2, timestamp with time zone "
                        + "'2026-11-27 09:00:00.25+00:00', 'NUMBER', 'DONE', 7, 'Ottilie', '" + (passage == 1 ? "numbered" : "forged")
                        + "', 'Rule (edition 1)', '" + first + "', '" + second + "')");
                s.execute("insert into passage (id, project_id, submission_id, folder_id, author_id, author_firm_id, uploader_id, "
                        + "original_name, base_name, title, given_values, field_values, cycle, station, state, since, version, "
                        + "journal_seq, journal_hash) values (" + passage + ", 1, 20, 7, 2, 2, 2, 'a.pdf', 'a', 'a', '{}', '{}', 1, "
                        + "'REVIEW', 'WAITING', current_timestamp, 0, 2, '" + second + "')");
            }
            flyway(url, secrets).load().migrate();
            String first = secrets.sign(String.join("\u001f", "", "1", "1", "2026-11-27T09:00:00Z", "ARRIVE", "DONE", "null", "Pervius",
                    "arrived", ""));
            assertThat(one(s, "select hash from journal_entry where passage_id = 1 and seq = 1")).isEqualTo(first);
            assertThat(one(s, "select previous_hash from journal_entry where passage_id = 1 and seq = 2")).isEqualTo(first);
            assertThat(one(s, "select journal_hash from passage where id = 1")).isEqualTo(one(s,
                    "select hash from journal_entry where passage_id = 1 and seq = 2"));
            assertThat(one(s, "select hash from journal_entry where passage_id = 2 and seq = 1")).as("not whole: as it was").hasSize(64);
        }
    }

    /** Each revision has several of them: what each is written for is written for each row, at its change and at the commit. */
    @Test
    void whatARevisionHasManyOfHasNoIndexTwice() throws SQLException {
        String url = "jdbc:h2:mem:indexes;DB_CLOSE_DELAY=-1";
        flyway(url, new Secrets(new DataDirectory(keys))).load().migrate();
        try (Connection c = DriverManager.getConnection(url, "sa", ""); Statement s = c.createStatement()) {
            for (String table : List.of("JOURNAL_ENTRY", "NOTICE", "PASSAGE_WORD", "DOCUMENT_WORD")) {
                assertThat(one(s, """
                        select listagg(a.index_name, ', ') from information_schema.index_columns a
                        join information_schema.indexes i on i.index_name = a.index_name and i.table_name = a.table_name
                        where a.table_name = '%s' and i.index_type_name = 'INDEX' and not exists (select 1 from
                            information_schema.index_columns more where more.index_name = a.index_name and more.ordinal_position = 2)
                        and exists (select 1 from information_schema.index_columns b where b.table_name = a.table_name and
                            b.column_name = a.column_name and b.ordinal_position = 1 and b.index_name <> a.index_name)"""
                        .formatted(table))).as(table).isNull();
            }
        }
    }
}
