package app.pervius.bench;

import app.pervius.core.passage.TakenBy;
import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.number.NumberEffect;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Change;
import app.pervius.core.passage.Orders;
import app.pervius.core.project.FieldValues;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.Choices;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.StationWork;
import app.pervius.server.store.DiskFlush;
import app.pervius.server.store.WritesInFlight;
import app.pervius.server.store.DurableAnswers;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import javax.sql.DataSource;
import org.springframework.core.ResolvableType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * (c) numbers per second from 8 threads, each durable before the next: on one counter beside the bare locked update and insert of
 * two narrow rows; on one counter and on 100 beside bare JDBC that writes the same four rows (counter, ledger, document, revision).
 */
final class NumberRate implements Bench.Part {

    static final int THREADS = 8;
    private static final int COUNTERS = 100;

    private final int numbers;

    NumberRate(double scale) {
        numbers = (int) (4000 * scale) / THREADS * THREADS;
    }

    @Override
    public List<Measure> measure() throws Exception {
        try (Site.Here here = Site.here(Map.of("pervius.engine.workers", 0))) {
            Line line = new Line(here);
            Crowd.warmUp(() -> line.ours(numbers / 4, COUNTERS));
            Floor floor = new Floor(here);
            floor.run(numbers, 1);
            double ours = numbers / line.ours(numbers, 1);
            double narrow = numbers / floor.run(numbers, 1);
            SameNumbers same = new SameNumbers(here);
            Crowd.warmUp(() -> same.run(line.waiting(numbers / 4, COUNTERS)));
            double sameOnOne = numbers / same.run(line.waiting(numbers, 1));
            double oursOnMany = numbers / line.ours(numbers, COUNTERS);
            double sameOnMany = numbers / same.run(line.waiting(numbers, COUNTERS));
            return List.of(Measure.atLeast("c", "numbers on one counter from 8 threads, each on the disk before it is answered, per second",
                    ours, "locked update and insert", narrow, 0.5),
                    Measure.atLeast("c", "the same", ours, "bare JDBC, the same rows", sameOnOne, 0.5),
                    Measure.atLeast("c", "numbers on " + COUNTERS
                            + " counters from 8 threads, each on the disk before it is answered, per second", oursOnMany,
                            "bare JDBC, the same rows", sameOnMany, 0.6));
        }
    }

    /** The station that gives numbers, on passages made beforehand. */
    private static final class Line {
        private final StationWork<NumberEffect> station;
        private final TransactionTemplate transaction;
        private final JdbcClient jdbc;
        private final Passages passages;
        private final Choices.OfRules rules;
        private final Books.Keeper books;
        private final Site site;

        @SuppressWarnings("unchecked")
        Line(Site.Here here) {
            station = (StationWork<NumberEffect>) here.context().getBeanProvider(ResolvableType.forClassWithGenerics(StationWork.class,
                    NumberEffect.class)).getObject();
            transaction = here.bean(TransactionTemplate.class);
            jdbc = here.bean(JdbcClient.class);
            passages = here.bean(Passages.class);
            rules = here.bean(Choices.OfRules.class);
            books = here.bean(Books.Keeper.class);
            site = here.site();
        }

        double ours(int many, int counters) {
            List<PassageFacts> waiting = waiting(many, counters);
            return Crowd.seconds(THREADS, which -> {
                for (int i = which; i < many; i += THREADS) {
                    PassageFacts passage = waiting.get(i);
                    DurableAnswers.onThisThread(() -> Objects.requireNonNull(transaction.execute(status -> number(passage))));
                }
            });
        }

        private int number(PassageFacts passage) {
            Books its = books.of(site.project());
            if (station.decide(passage, its) instanceof Outcome.Passed<NumberEffect>(List<NumberEffect> effects, String account,
                    String foretold)) {
                return station.follow(passage, effects, its).changes().size();
            }
            throw new IllegalStateException("no number was given");
        }

        List<PassageFacts> waiting(int many, int counters) {
            long submission = site.send(site.controller(), site.drawings(),
                    "numbered " + many + " on " + counters + " " + System.nanoTime(), 1);
            long author = jdbc.sql("select author_id from submission where id = ?").param(submission).query(Long.class).single();
            long firm = jdbc.sql("select author_firm_id from submission where id = ?").param(submission).query(Long.class).single();
            long rule = jdbc.sql("select id from rule").query(Long.class).single();
            TakenBy by = rules.chosen(site.project(), rule).orElseThrow();
            List<PassageFacts> all = new ArrayList<>();
            for (int i = 0; i < many; i++) {
                String name = "numbered " + i + ".pdf";
                int counter = i % counters;
                String originator = "K" + (char) ('A' + counter / 10) + (char) ('A' + counter % 10);
                FieldValues values = new FieldValues(Map.of("project", "KWR", "originator", originator, "discipline", "C", "type", "DR"));
                PassageFacts.File file = jdbc.sql(
                        "select folder_file_id, hash, size from passage_file union select id, hash, size from folder_file fetch first 1 "
                        + "rows only")
                        .query((r, n) -> new PassageFacts.File(r.getLong(1), name, r.getString(2), r.getLong(3), "application/pdf"))
                        .single();
                long id = passages.open(new Passages.Opening(site.project(), submission, site.drawings(), author, firm, author,
                        ArrivalEvent.NEW_FILE, java.util.Optional.empty(), name, FieldValues.NONE, List.of(file),
                        java.util.Optional.empty()));
                PassageFacts.Origin origin = new PassageFacts.Origin(site.project(), submission, site.drawings(), author, firm, author,
                        ArrivalEvent.NEW_FILE, Optional.empty(), name);
                PassageFacts arrived = PassageFacts.arriving(id, origin, name, FieldValues.NONE, Orders.NONE, List.of(file), "run 1");
                all.add(arrived.at(arrived.passage().with(List.of(new Change.RuleTakes(by), new Change.Valued(values))),
                        its -> rules.handling(site.project(), its)));
            }
            return all;
        }
    }

    /** A counter's row locked and counted on, and a row of a ledger written, with the same durability, by bare JDBC. */
    private static final class Floor {
        private final DataSource database;
        private final WritesInFlight writes;
        private final DiskFlush flush;

        Floor(Site.Here here) throws SQLException {
            database = here.bean(DataSource.class);
            writes = here.bean(WritesInFlight.class);
            flush = here.bean(DiskFlush.class);
            try (Connection c = database.getConnection(); Statement s = c.createStatement()) {
                s.execute("create table floor_counter (id bigint primary key, next_value bigint not null)");
                s.execute("create table floor_ledger (number varchar(200) primary key, counter bigint not null, counter_value bigint "
                        + "not null, unique (counter, counter_value))");
                for (int counter = 0; counter < COUNTERS; counter++) {
                    s.execute("insert into floor_counter values (" + counter + ", 1)");
                }
            }
        }

        double run(int many, int counters) {
            return Crowd.seconds(THREADS, which -> {
                for (int i = which; i < many; i += THREADS) {
                    writes.begin();
                    try {
                        one(i % counters);
                    } finally {
                        writes.end();
                    }
                    flush.await();
                }
            });
        }

        private void one(int counter) throws SQLException {
            try (Connection c = database.getConnection()) {
                c.setAutoCommit(false);
                long value;
                try (PreparedStatement lock = c.prepareStatement("select next_value from floor_counter where id = ? for update")) {
                    lock.setLong(1, counter);
                    try (ResultSet r = lock.executeQuery()) {
                        r.next();
                        value = r.getLong(1);
                    }
                }
                try (PreparedStatement count = c.prepareStatement("update floor_counter set next_value = ? where id = ?");
                        PreparedStatement enter = c.prepareStatement("insert into floor_ledger values (?, ?, ?)")) {
                    count.setLong(1, value + 1);
                    count.setLong(2, counter);
                    count.executeUpdate();
                    enter.setString(1, "KWR-K%02d-C-DR-%04d".formatted(counter, value));
                    enter.setLong(2, counter);
                    enter.setLong(3, value);
                    enter.executeUpdate();
                }
                c.commit();
                c.setAutoCommit(true);
            }
        }
    }
}
