package app.pervius.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * (k) lists of a project of 100,000 passages: 200 of them have come by their way to review, and are there 500 times. What is asked has been
 * planned while there were few, as in every installation.
 */
final class ListTime implements Bench.Part {

    private static final int SENT = 200;
    /** In a submission, and a review. */
    private static final int EACH = 10;
    /** One of so many times what is there is still on its way. */
    private static final int ON_THE_WAY = 20;
    private static final int WARM = 300;
    private static final int VIEWS = 101;
    private static final int MOST_SECONDS = 300;
    /** Between the ids of one time and the next. */
    private static final long APART = 100_000_000L;
    /** Rows of a passage, each table after those it refers to. */
    private static final List<String> TABLES = List.of("submission", "document", "passage", "revision", "folder_file", "passage_file",
            "submission_file", "review", "review_seat", "review_passage", "ledger_entry", "passage_word", "document_word", "notice");
    /** Columns that refer to them. */
    private static final List<String> IDS = List.of("id", "submission_id", "document_id", "passage_id", "revision_id", "folder_file_id",
            "review_id", "family_id", "moved_to", "file_id", "awaits_document", "came_from");
    /** Columns that are there once each. */
    private static final List<String> NAMES = List.of("number", "name_key", "reference", "gather_key");

    private final int times;

    ListTime(double scale) {
        times = (int) (500 * scale);
    }

    @Override
    public List<Measure> measure() throws Exception {
        try (Site.Here here = Site.here(Map.of())) {
            JdbcTemplate jdbc = here.bean(JdbcTemplate.class);
            Site site = here.site();
            Person controller = site.controller();
            Person reviewer = site.decider(0);
            Map<String, String> lists = lists(site, controller);
            for (int i = 0; i < SENT / EACH; i++) {
                Site.close(controller, site.send(controller, site.drawings(), "many " + i, EACH));
            }
            Crowd.until(() -> Objects.requireNonNull(jdbc.queryForObject("select count(*) from review_passage p join review r on "
                    + "r.id = p.review_id where r.state = 'OPEN'", Long.class)) == SENT, MOST_SECONDS);
            // Before anything is asked: where tables have come to be, all that was planned is planned anew.
            TABLES.forEach(table -> jdbc.execute("create table first_" + table + " as select * from " + table));
            for (int i = 0; i < WARM; i++) {
                lists.values().forEach(path -> asked(path, controller, reviewer));
            }
            for (int time = 1; time < times; time++) {
                again(jdbc, time);
            }
            String of = " with " + SENT * Math.max(1, times) + " passages, median of " + VIEWS + ", ms";
            List<Measure> found = new ArrayList<>();
            lists.forEach((name, path) -> {
                List<Double> took = new ArrayList<>();
                for (int i = 0; i < VIEWS; i++) {
                    long began = System.nanoTime();
                    asked(path, controller, reviewer);
                    took.add((System.nanoTime() - began) / 1e6);
                }
                found.add(Measure.within("k", name + of, Crowd.median(took), 30));
            });
            return found;
        }
    }

    private static Map<String, String> lists(Site site, Person controller) {
        String project = "/api/projects/" + site.project();
        Map<String, String> lists = new LinkedHashMap<>();
        lists.put("a reviewer's Desk", "/api/desk/reviews");
        lists.put("Passages, the first page of all", project + "/passages?which=ALL");
        lists.put("Passages, on the way", project + "/passages");
        lists.put("Passages, stopped", project + "/passages?which=STOPPED");
        lists.put("Reviews, the first page", project + "/reviews?which=OPEN");
        lists.put("Register, the first page", project + "/documents");
        lists.put("found by a word", project + "/finds?text=kwr");
        lists.put("a folder, its first page", "/api/folders/" + site.drawings());
        lists.put("the tray", "/api/tray");
        return lists;
    }

    private static void asked(String path, Person controller, Person reviewer) {
        (path.contains("desk") || path.contains("reviews") ? reviewer : controller).bytes(path);
    }

    /** All of it once more, under other ids, numbers and names. */
    private static void again(JdbcTemplate jdbc, int time) {
        for (String table : TABLES) {
            List<String> columns = jdbc.queryForList("select lower(column_name) from information_schema.columns where "
                    + "lower(table_name) = ? and table_schema = 'PUBLIC' order by ordinal_position", String.class,
                    table).stream().map(String::valueOf).toList();
            // Most of what a project has had is over.
            boolean over = table.equals("passage") && time % ON_THE_WAY != 0;
            String values = columns.stream().map(column -> over && column.equals("state") ? "'DONE'"
                    : over && column.equals("ended") ? "'ISSUED'" : IDS.contains(column) ? column + " + " + time * APART
                    : NAMES.contains(column) ? column + " || '-" + time + "'"
                    : column.equals("counter_value") ? column + " + " + time * SENT : column).collect(Collectors.joining(", "));
            jdbc.update("insert into " + table + " (" + String.join(", ", columns) + ") select " + values + " from first_" + table);
        }
    }
}
