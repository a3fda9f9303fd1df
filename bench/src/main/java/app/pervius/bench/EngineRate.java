package app.pervius.bench;

import app.pervius.server.store.DatabaseAccess;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** (b) revisions from answered upload to waiting at Review, and (d) decisions to placed in the shared folder. */
final class EngineRate implements Bench.Part {

    private static final int EACH = 25;
    private static final int CLIENTS = 8;

    private final int submissions;
    private final int decidedSubmissions;

    EngineRate(double scale) {
        submissions = (int) (200 * scale);
        decidedSubmissions = (int) (60 * scale);
    }

    @Override
    public List<Measure> measure() throws Exception {
        List<Measure> found = new ArrayList<>();
        try (Site.Here here = Site.here(Map.of())) {
            // New documents each time, as in what is measured: a number is drawn for each.
            AtomicInteger round = new AtomicInteger();
            Crowd.warmUp(() -> {
                carried(here, 40, "warming up " + round.incrementAndGet(), false, new ArrayList<>());
                decided(here, 20, false, new ArrayList<>());
            });
            carried(here, submissions, "measured", true, found);
            found.add(fileSize(here));
            decided(here, decidedSubmissions, true, found);
            found.addAll(stopped(here));
        }
        try (Site.Here here = Site.here(Map.of())) {
            found.addAll(atRest(here.site()));
        }
        return found;
    }

    private static void carried(Site.Here here, int many, String name, boolean counts, List<Measure> found) throws SQLException,
            IOException {
        Site site = here.site();
        JdbcClient jdbc = here.bean(JdbcClient.class);
        List<Long> open = Collections.synchronizedList(new ArrayList<>());
        Crowd.seconds(CLIENTS, which -> {
            Person author = site.controller();
            for (int i = which; i < many; i += CLIENTS) {
                open.add(site.send(author, site.drawings(), name + " " + i, EACH));
            }
        });
        SameRows floor = SameRows.before(here);
        long begin = System.nanoTime();
        Crowd.seconds(CLIENTS, which -> {
            Person author = site.controller();
            for (int i = which; i < open.size(); i += CLIENTS) {
                Site.close(author, open.get(i));
            }
        });
        System.err.printf("    closed after %.1f s%n", Crowd.since(begin));
        Crowd.until(() -> nothingMoves(jdbc), 900);
        double seconds = Crowd.since(begin);
        // A revision goes as far as it can in one commit; per submission: closed, its run begun, settled.
        long commits = (long) many * EACH + 3L * many;
        double rate = many * EACH / seconds;
        double floorRate = many * EACH / floor.secondsFor(commits, many);
        System.err.printf("    %s: %.0f of %.0f revisions a second%n", name, rate, floorRate);
        if (counts) {
            found.add(Measure.atLeast("b", "revisions carried from answered upload to waiting at Review, per second (" + many * EACH
                    + " revisions)", rate,
                    "bare JDBC", floorRate, 0.4));
        }
    }

    private static void decided(Site.Here here, int many, boolean counts, List<Measure> found) throws SQLException, IOException {
        JdbcClient jdbc = here.bean(JdbcClient.class);
        List<Person> deciders = IntStream.range(0, Site.DECIDERS).mapToObj(here.site()::decider).toList();
        List<Long> reviews = jdbc.sql("select id from review where state = 'OPEN' order by id").query(Long.class).list().subList(0, many);
        SameRows floor = SameRows.before(here);
        long begin = System.nanoTime();
        for (int step = 0; step < 2; step++) {
            int at = step;
            Crowd.seconds(Site.DECIDERS, which -> {
                for (int i = which; i < reviews.size(); i += Site.DECIDERS) {
                    decideAll(deciders.get(which), jdbc, reviews.get(i), at);
                }
            });
        }
        Crowd.until(() -> nothingMoves(jdbc), 600);
        double seconds = Crowd.since(begin);
        long decisions = 2L * many * EACH;
        double rate = decisions / seconds;
        double floorRate = decisions / floor.secondsFor(decisions + 2L * many + (long) many * EACH + 2L * many, decisions + 2L * many);
        System.err.printf("    %.0f of %.0f decisions a second%n", rate, floorRate);
        if (counts) {
            found.add(Measure.atLeast("d", "decisions from 8 reviewers until all is placed in the shared folder, per second (" + decisions
                    + " decisions)", rate,
                    "bare JDBC", floorRate, 0.4));
        }
    }

    private static void decideAll(Person decider, JdbcClient jdbc, long review, int step) {
        for (long passage : jdbc.sql("select passage_id from review_passage where review_id = ? order by passage_id").param(review)
                .query(Long.class).list()) {
            decider.put("/api/reviews/" + review + "/decisions", Map.of("turn", step, "passages", List.of(passage), "code", 1, "comment",
                    "", "overrule", false));
        }
        decider.post("/api/reviews/" + review + "/closings", Map.of("turn", step));
    }

    /** Single files dropped one after another while nothing else happens, until the reviewer's Desk has them. */
    private static List<Measure> atRest(Site site) {
        Person author = site.controller();
        Person reviewer = site.decider(0);
        List<Double> seconds = new ArrayList<>();
        for (int i = 0; i < 48; i++) {
            String name = "at rest " + i;
            long submission = site.send(author, site.drawings(), name, 1);
            long begin = System.nanoTime();
            Site.close(author, submission);
            Crowd.until(() -> onTheDesk(reviewer, submission), 20);
            if (i >= 8) {
                seconds.add(Crowd.since(begin) * 1000);
            }
        }
        return List.of(Measure.within("b", "answered upload to the reviewer's Desk at rest, median, ms", Crowd.median(seconds), 300),
                Measure.within("b", "answered upload to the reviewer's Desk at rest, 95th percentile, ms", Crowd.quantile(seconds, 0.95),
                        1000));
    }

    private static boolean onTheDesk(Person reviewer, long submission) {
        JsonNode desk = reviewer.get("/api/desk/reviews");
        return StreamSupport.stream(desk.spliterator(), false).anyMatch(r -> r.get("submission").get("id").asLong() == submission);
    }

    private static Measure fileSize(Site.Here here) throws IOException {
        JdbcClient jdbc = here.bean(JdbcClient.class);
        long data = 0;
        for (String table : jdbc.sql("select table_name from information_schema.tables where table_schema = 'PUBLIC'").query(String.class)
                .list()) {
            String columns = String.join(" + ",
                    jdbc.sql("select 'coalesce(octet_length(cast(\"' || column_name || '\" as varchar)), 0)' from "
                    + "information_schema.columns where table_schema = 'PUBLIC' and table_name = ?")
                    .param(table).query(String.class).list());
            data += jdbc.sql("select coalesce(sum(" + columns + "), 0) from \"" + table + "\"").query(Long.class).single();
        }
        Path database = Path.of(here.data().toString(), "db", "pervius.mv.db");
        long file = Files.size(database);
        return Measure.within("e", "database file after (b), times the data in it", (double) file / data, 5);
    }

    /** What is left of the file once Pervius has been stopped, and how long that takes. */
    private static List<Measure> stopped(Site.Here here) throws IOException {
        long passages = here.bean(JdbcClient.class).sql("select count(*) from passage").query(Long.class).single();
        Path database = DatabaseAccess.file(here.data());
        long before = Files.size(database);
        long begin = System.nanoTime();
        here.context().close();
        double seconds = Crowd.since(begin);
        long after = Files.size(database);
        System.err.printf("    the database's file had %d MB before the stop and has %d MB after it%n", before >> 20, after >> 20);
        return List.of(Measure.within("e", "a stop after (d), with the file made smaller, s", seconds, 10),
                Measure.within("e", "database file after the stop, KB a passage (" + passages + " passages)",
                        (double) after / passages / 1024, 12));
    }

    private static boolean nothingMoves(JdbcClient jdbc) {
        return jdbc.sql("select count(*) from submission where unsettled = true").query(Long.class).single() == 0;
    }
}
