package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Running.App;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/**
 * By which way the database finds what is asked of tables that grow without end. It plans a statement when that first comes, which may be
 * while they are empty, and keeps to its plan: so each is planned here on empty tables, where it is most easily led astray.
 */
@Isolated
@ExtendWith(Running.class)
class PlansTest {

    /** A project has a row there for each file, revision, message or answer. */
    private static final Set<String> GROW = Set.of("PASSAGE", "PASSAGE_FILE", "PASSAGE_WORD", "FOLDER_FILE", "SUBMISSION_FILE", "REVIEW",
            "REVIEW_PASSAGE", "REVIEW_SEAT", "REVIEW_ANSWER", "REVISION", "DOCUMENT", "DOCUMENT_WORD", "LEDGER_ENTRY", "JOURNAL_ENTRY",
            "NOTICE", "MESSAGE", "SUBMISSION", "TITLE_BLOCK", "BLOB");
    /** What says so little of a row that it leads to a large part of the table. */
    private static final Set<String> BROAD = Set.of("PROJECT_ID", "AUTHOR_FIRM_ID", "FOLDER_ID", "AUTHOR_ID", "UPLOADER_ID", "PRESENT",
            "WAIT_UNTIL IS NULL", "MESSAGE_ID IS NULL", "DUE_AT IS NULL");
    private static final Pattern WAY = Pattern.compile(
            "(?:FROM|JOIN|UPDATE) \"PUBLIC\"\\.\"(\\w+)\"(?: \"\\w+\")? /\\* PUBLIC\\.([\\w.]+)(?:: (.*?))? ?\\*/");
    private static final Pattern VALUE = Pattern.compile(" (?:=|<|>|<=|>=) .*| IN\\(.*");
    /** Everything of it that is older, or newer. */
    private static final Pattern ALL_ON_ONE_SIDE = Pattern.compile("ID [<>]=? .*");

    @Test
    void whatGrowsIsNeverReadFromEndToEnd(App app) throws SQLException {
        JdbcClient jdbc = app.bean(JdbcClient.class);
        jdbc.sql("set query_statistics_max_entries 5000").update();
        jdbc.sql("set query_statistics true").update();
        List<String> statements;
        try {
            usualWork(app);
            statements = jdbc.sql("select distinct sql_statement from information_schema.query_statistics").query(String.class).list();
        } finally {
            jdbc.sql("set query_statistics false").update();
        }
        assertThat(statements).as("what was asked meanwhile").hasSizeGreaterThan(100);
        List<String> astray = new ArrayList<>();
        try (Connection empty = DriverManager.getConnection("jdbc:h2:mem:plans"); Statement statement = empty.createStatement()) {
            for (String line : jdbc.sql("script nodata nosettings").query(String.class).list()) {
                // Without what H2 has learned of the values meanwhile, which depends on what other tests have done.
                statement.execute(line.replaceAll(" SELECTIVITY \\d+", ""));
            }
            for (String sql : statements) {
                if (sql.matches("(?is)\\s*(select|update|delete).*") && !sql.contains("information_schema")) {
                    try (ResultSet plan = statement.executeQuery("explain " + sql)) {
                        plan.next();
                        astray.addAll(astray(plan.getString(1).replaceAll("\\s+", " ").replaceAll("\\?\\d+", "?")));
                    }
                }
            }
        }
        assertThat(astray).isEmpty();
    }

    /** Where a plan reads much of a table that grows; one that follows an index to the first rows of a page does not. */
    private static List<String> astray(String plan) {
        List<String> found = new ArrayList<>();
        Matcher way = WAY.matcher(plan);
        while (way.find()) {
            String by = way.group(3) == null ? "" : way.group(3);
            boolean page = plan.contains("/* index sorted */") && plan.contains("FETCH ");
            List<String> columns = Arrays.stream(by.split(" AND ")).filter(column -> !column.isEmpty()).toList();
            boolean ordered = columns.stream().anyMatch(column -> ALL_ON_ONE_SIDE.matcher(column).matches());
            if (GROW.contains(way.group(1)) && !page && !by.equals("FALSE") && columns.stream().allMatch(column -> BROAD.contains(
                    VALUE.matcher(column).replaceFirst("")) || ordered && column.matches("(PERSON_ID =|ID [<>]=?) .*"))) {
                found.add(way.group(1) + " by " + (by.isEmpty() ? way.group(2) : by) + ": " + plan);
            }
        }
        return found;
    }

    private static void usualWork(App app) {
        Client priya = app.as("Priya Venkatarangan");
        Client mirela = app.as("Mirela Draganova");
        JsonNode passage = priya.settled(priya.submit("Work in progress / Aldermoor Civils / Drawings", "Planned one.pdf")).getFirst();
        Client.accept(app, passage);
        String project = "/api/projects/" + mirela.project();
        String its = "/api/passages/" + passage.get("id").asLong();
        for (Client who : List.of(priya, mirela, app.as("Kwabena Adofori"))) {
            for (String path : List.of("/api/desk/reviews", "/api/tray", project + "/passages?which=ALL", project + "/reviews",
                    project + "/documents", project + "/folders", "/api/folders/" + mirela.folder("Shared"), its, its + "/review",
                    project + "/my-messages", project + "/messages", project + "/messages-unsent", project + "/failing-addresses")) {
                assertThat(who.get(path).status()).as(path).isIn(200, 403, 404);
            }
        }
    }
}
