package app.pervius.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * (h) the Desk and the list of reviews with 20,000 open reviews and 500 people: over HTTP, beside bare SQL that reads the same rows
 * from the same database in the same run.
 */
final class ReviewRate implements Bench.Part {

    private static final int PEOPLE = 500;
    private static final int FILES_EACH = 2;
    private static final int VIEWS = 401;
    /** After so many the virtual machine compiles hardly anything of it any more. */
    private static final int WARM = 4_000;
    private static final int BATCH = 1000;
    /** What the server gives at most, of a Desk and of a page of the list. */
    private static final int PAGE = 100;
    /** As many files as come with the reviews of a Desk. */
    private static final int FILES_OF_A_DESK = 30;

    private final int reviews;

    ReviewRate(double scale) {
        reviews = (int) (20_000 * scale);
    }

    @Override
    public List<Measure> measure() throws Exception {
        try (Site.Here here = Site.here(Map.of("pervius.engine.workers", 0))) {
            Filling filling = new Filling(here, reviews);
            long decider = filling.fill();
            Person person = here.site().decider(0);
            String list = "/api/projects/" + here.site().project() + "/reviews?which=OPEN";
            int shown = person.get("/api/desk/reviews").size();
            if (shown != Math.min(PAGE, filling.waiting(decider)) || person.get(list).get("items").size() != PAGE) {
                throw new IllegalStateException("the Desk shows " + shown + " reviews");
            }
            Floor floor = new Floor(here.bean(DataSource.class), here.site().project());
            List<Double> empty = new ArrayList<>();
            List<Double> desk = new ArrayList<>();
            List<Double> bareDesk = new ArrayList<>();
            List<Double> page = new ArrayList<>();
            List<Double> barePage = new ArrayList<>();
            for (int i = 0; i < WARM + VIEWS; i++) {
                boolean warm = i >= WARM;
                time(warm, empty, () -> person.bytes("/api/session"));
                time(warm, desk, () -> person.bytes("/api/desk/reviews"));
                time(warm, bareDesk, () -> floor.desk(decider));
                time(warm, page, () -> person.bytes(list));
                time(warm, barePage, floor::page);
            }
            String of = " of " + reviews + " open ones with " + PEOPLE + " people, median of " + VIEWS + ", ms";
            double call = Crowd.median(empty);
            return List.of(Measure.atMost("h", "a reviewer's Desk: " + shown + " reviews" + of, Crowd.median(desk),
                    "bare SQL, the same rows", Crowd.median(bareDesk), 5),
                    Measure.atMost("h", "a page of the list of reviews: " + PAGE + of, Crowd.median(page), "bare SQL, the same rows",
                            Crowd.median(barePage), 5),
                    Measure.atMost("h", "the Desk, without what a call takes that reads nothing (" + Math.round(call * 10) / 10.0 + " ms)",
                            Crowd.median(desk) - call, "bare SQL, the same rows", Crowd.median(bareDesk), 5),
                    Measure.atMost("h", "the page of the list, without that", Crowd.median(page) - call, "bare SQL, the same rows",
                            Crowd.median(barePage), 5));
        }
    }

    private interface Work {
        void run() throws SQLException;
    }

    private static void time(boolean keep, List<Double> into, Work work) throws SQLException {
        long began = System.nanoTime();
        work.run();
        if (keep) {
            into.add((System.nanoTime() - began) / 1e6);
        }
    }

    /** Rows as the application writes them, written in batches. */
    private static final class Filling {
        private final JdbcTemplate jdbc;
        private final Site site;
        private final int reviews;

        Filling(Site.Here here, int reviews) {
            jdbc = here.bean(JdbcTemplate.class);
            site = here.site();
            this.reviews = reviews;
        }

        int waiting(long person) {
            return Objects.requireNonNull(jdbc.queryForObject("select count(*) from review_seat where person_id = ? and open = true",
                    Integer.class, person));
        }

        /** Gives one of those for whom reviews wait. */
        long fill() {
            long project = site.project();
            long template = site.send(site.controller(), site.drawings(), "review", 1);
            long author = Objects.requireNonNull(jdbc.queryForObject("select author_id from submission where id = ?", Long.class,
                    template));
            long firm = Objects.requireNonNull(jdbc.queryForObject("select author_firm_id from submission where id = ?", Long.class,
                    template));
            long reviewer = Objects.requireNonNull(jdbc.queryForObject(
                    "select min(id) from role where controls = false and decides = true and project_id = ?",
                    Long.class, project));
            long decider = Objects.requireNonNull(jdbc.queryForObject("select id from person where address = 'decider0@dec.example'",
                    Long.class));
            long deciders = Objects.requireNonNull(jdbc.queryForObject("select firm_id from person where id = ?", Long.class, decider));
            List<Long> people = new ArrayList<>(List.of(decider));
            long id = Objects.requireNonNull(jdbc.queryForObject("select next value for ids", Long.class)) + 100_000_000L;
            for (int i = 1; i < PEOPLE; i++) {
                jdbc.update("insert into person (id, project_id, firm_id, name, address, address_key, job, gone, active, created_at, "
                        + "version) values (?, ?, ?, ?, ?, ?, '', false, true, current_timestamp, 0)",
                        ++id, project, deciders, "Reviewer " + i, "reviewer" + i + "@dec.example", "reviewer" + i + "@dec.example");
                jdbc.update("insert into role_holder (role_id, person_id) values (?, ?)", reviewer, id);
                people.add(id);
            }
            Object[] file = Objects.requireNonNull(jdbc.queryForObject(
                    "select id, hash, size from folder_file order by id fetch first 1 rows only",
                    (r, n) -> new Object[] {r.getLong(1), r.getString(2), r.getLong(3)}));
            long first = id + 1;
            submissions(first, project, author, firm);
            passages(first + reviews, first, project, author, firm, file);
            reviews(first + 10L * reviews, first, people, project, author, firm);
            return decider;
        }

        private void submissions(long first, long project, long author, long firm) {
            batch("insert into submission (id, project_id, folder_id, reference, purpose, author_id, author_firm_id, uploader_id, open, "
                    + "opened_at, last_activity, runs, unsettled, version) "
                    + "values (?, ?, ?, ?, 'measured', ?, ?, ?, false, current_timestamp, current_timestamp, 1, false, 0)", reviews,
                    i -> new Object[] {first + i, project, site.drawings(), "R-" + i, author, firm, author});
        }

        private void passages(long first, long submission, long project, long author, long firm, Object[] file) {
            Instant due = Instant.now().truncatedTo(ChronoUnit.MILLIS).plus(2, ChronoUnit.DAYS);
            batch("insert into passage (id, project_id, submission_id, folder_id, author_id, author_firm_id, uploader_id, "
                    + "original_name, base_name, title, given_values, field_values, number, revision, "
                    + "cycle, station, state, since, due, waiting_for, holder, held_by, version) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, "
                            + "'{}', '{}', ?, 'P01', 1, 'REVIEW', 'WAITING', current_timestamp, ?, 'Review', "
                    + "'SEATED', 'Reviewer', 0)", reviews * FILES_EACH,
                    i -> new Object[] {first + i, project, submission + i / FILES_EACH, site.drawings(), author, firm, author,
                            "sheet " + i + ".pdf", "sheet " + i,
                        "Sheet " + i, "KWR-KWB-C-DR-" + (100_000 + i), Timestamp.from(due)});
            batch("insert into passage_file (id, passage_id, position, folder_file_id, name, hash, size, media_type) values (?, ?, 0, "
                    + "?, ?, ?, ?, 'application/pdf')", reviews * FILES_EACH,
                    i -> new Object[] {first + 4L * reviews + i, first + i, file[0], "sheet " + i + ".pdf", file[1], file[2]});
        }

        private void reviews(long first, long submission, List<Long> people, long project, long author, long firm) {
            Random random = new Random(11);
            Instant now = Instant.now().truncatedTo(ChronoUnit.MILLIS);
            List<Timestamp> due = new ArrayList<>();
            for (int i = 0; i < reviews; i++) {
                due.add(Timestamp.from(now.plus(random.nextInt(20 * 24) - 48, ChronoUnit.HOURS)));
            }
            batch("insert into review (id, project_id, submission_id, family_id, route_key, route_edition, author_id, author_firm_id, "
                    + "state, step, turn, seats_key, step_began, due, made_at, message, version) "
                    + "values (?, ?, ?, ?, 'documents', 1, ?, ?, 'OPEN', 0, 0, '', current_timestamp, ?, current_timestamp, '', 0)",
                    reviews,
                    i -> new Object[] {first + i, project, submission + i, first + i, author, firm, due.get(i)});
            batch("insert into review_passage (review_id, passage_id, left_out, to_author, passed_on) values (?, ?, '', false, false)",
                    reviews * FILES_EACH,
                    i -> new Object[] {first + i / FILES_EACH, submission + reviews + i});
            batch("insert into review_seat (id, review_id, turn, person_id, leads, open, due, note) values (?, ?, 0, ?, false, true, ?, "
                    + "'')", reviews * 2,
                    i -> new Object[] {first + 2L * reviews + i, first + i / 2, people.get((i / 2 * 7 + i % 2 * 251) % people.size()),
                            due.get(i / 2)});
            batch("insert into review_answer (id, review_id, turn, step, step_name, passage_id, seat_id, person_id, code, comment, "
                    + "given_at, version) values (?, ?, 0, 0, 'Review', ?, ?, ?, 1, '', current_timestamp, 0)",
                    reviews, i -> new Object[] {first + 6L * reviews + i, first + i, submission + reviews + (long) FILES_EACH * i,
                            people.get(i * 7 % people.size()), people.get(i * 7 % people.size())});
        }

        private interface Row {
            Object[] at(int i);
        }

        private void batch(String sql, int many, Row row) {
            for (int from = 0; from < many; from += BATCH) {
                List<Object[]> rows = new ArrayList<>();
                for (int i = from; i < Math.min(many, from + BATCH); i++) {
                    rows.add(row.at(i));
                }
                jdbc.batchUpdate(sql, rows);
            }
        }
    }

    /** The same rows by plain SQL, every column read. */
    private record Floor(DataSource source, long project) {

        void desk(long person) throws SQLException {
            read(connection -> {
                List<Long> ids = ids(connection,
                        "select review_id, id, turn, person_id, leads, open, due, taken_at, passed_by, note from review_seat where "
                        + "person_id = " + person
                        + " and open = true order by person_id, open, due, id fetch first " + PAGE + " rows only");
                around(connection, ids);
                List<Long> first = ids(connection, "select passage_id from review_passage where review_id in ("
                        + in(ids.subList(0, Math.min(ids.size(), FILES_OF_A_DESK / FILES_EACH))) + ")");
                files(connection, first);
            });
        }

        void page() throws SQLException {
            read(connection -> {
                List<Long> ids = ids(connection,
                        "select id, family_id, submission_id, route_key, route_edition, author_id, author_firm_id, state, step, turn, "
                        + "due, made_at, closed_at from review where project_id = "
                        + project + " and state = 'OPEN' order by project_id, state, due, id fetch first " + (PAGE + 1) + " rows only");
                around(connection, ids);
                files(connection, ids(connection, "select min(passage_id) from review_passage where review_id in (" + in(ids)
                        + ") group by review_id"));
            });
        }

        private static void around(Connection connection, List<Long> ids) throws SQLException {
            List<Long> submissions = ids(connection,
                    "select submission_id, id, project_id, family_id, route_key, route_edition, author_id, author_firm_id, state, step, "
                    + "turn, step_began, due, made_at, message, version from review where id in ("
                    + in(ids) + ")");
            ids(connection, "select review_id, passage_id, left_out, ending_code, to_author, over_at, passed_on from review_passage "
                    + "where review_id in (" + in(ids) + ")");
            ids(connection, "select review_id, id, turn, person_id, leads, open, due, role_id, taken_at, passed_by, note from "
                    + "review_seat where review_id in (" + in(ids) + ")");
            ids(connection, "select review_id, id, turn, step, step_name, passage_id, seat_id, person_id, code, comment, given_at from "
                    + "review_answer where review_id in (" + in(ids) + ")");
            ids(connection, "select * from submission where id in (" + in(submissions) + ")");
        }

        private static void files(Connection connection, List<Long> passages) throws SQLException {
            ids(connection, "select * from passage where id in (" + in(passages) + ")");
            ids(connection, "select * from passage_file where passage_id in (" + in(passages) + ") order by position");
        }

        private interface Reading {
            void in(Connection connection) throws SQLException;
        }

        private void read(Reading reading) throws SQLException {
            try (Connection connection = source.getConnection()) {
                reading.in(connection);
            }
        }

        private static String in(List<Long> ids) {
            return ids.stream().map(String::valueOf).collect(Collectors.joining(","));
        }

        /** Reads every column of every row; gives the first. */
        private static List<Long> ids(Connection connection, String sql) throws SQLException {
            List<Long> ids = new ArrayList<>();
            try (PreparedStatement statement = connection.prepareStatement(sql); ResultSet rows = statement.executeQuery()) {
                int columns = rows.getMetaData().getColumnCount();
                while (rows.next()) {
                    ids.add(rows.getLong(1));
                    for (int i = 2; i <= columns; i++) {
                        rows.getObject(i);
                    }
                }
            }
            return ids;
        }
    }
}
