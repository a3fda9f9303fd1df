package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.Scheme;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.server.projects.Projects;
import java.time.Duration;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Counters as people look at them: how full, how fast, and what became of every value. */
@Service
@Transactional(readOnly = true)
class CounterBook {

    private static final int MOST_COUNTERS = 500;
    private static final int MOST_STRETCHES = 2_000;
    private static final Duration PACE_OVER = Duration.ofDays(90);

    /**
     * A counter and what it gives next: shown, not promised.
     *
     * @param given how many numbers it has given
     * @param room how many it can give in all; absent where the scheme sets no end
     * @param pace how many it gave in the last 90 days
     * @param runsOut the day it will be full at that pace; absent if it gave none
     */
    record CounterView(String combination, long first, long step, long next, long given, @Nullable Long room, long pace,
            @Nullable LocalDate runsOut, int givenBack) {
    }

    /**
     * Values of a counter beside each other with the same fate.
     *
     * @param state a state of numbers, or GAP for values no number was made of
     * @param said why, where somebody said so
     */
    record Stretch(long from, long to, String state, long numbers, @Nullable String said) {
    }

    /** A counter drawn out. */
    record Strip(CounterView counter, List<Stretch> stretches) {
    }

    private final CounterRepository counters;
    private final Projects projects;
    private final JdbcClient jdbc;
    private final InstantSource clock;

    CounterBook(CounterRepository counters, Projects projects, JdbcClient jdbc, InstantSource clock) {
        this.counters = counters;
        this.projects = projects;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    List<CounterView> of(long project, Scheme scheme) {
        Map<String, Long> pace = jdbc.sql("""
                select combination, count(*) numbers from ledger_entry where project_id = ? and scheme_key = ? and assigned_at >= ?
                and state in ('ASSIGNED', 'TAKEN', 'RESERVED', 'VOIDED') group by combination""")
                .params(project, scheme.key(), clock.instant().minus(PACE_OVER).atOffset(ZoneOffset.UTC))
                .query((row, n) -> Map.entry(row.getString("combination"), row.getLong("numbers"))).list().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        Fields fields = projects.settings(project).fields();
        return counters.findByProjectIdAndSchemeKeyOrderByCombination(project, scheme.key(), Limit.of(MOST_COUNTERS)).stream()
                .map(c -> view(project, scheme, fields, c, pace.getOrDefault(c.combination, 0L))).toList();
    }

    /** What fields say in a sample number, and what its counter gives next; shown, not promised. */
    record NextSample(FieldValues values, long value) {
    }

    /**
     * The sample of a scheme: of the counter that gave a number last, or of the one that would begin with the first codes there are.
     *
     * @param originator the code of the firm that stands in it where nothing else says so
     */
    NextSample sample(long project, Scheme scheme, String originator, LocalDate today) {
        Projects.Settings settings = projects.settings(project);
        FieldValues values = new FieldValues(Map.of("project", settings.code(), "originator", originator));
        for (Field field : settings.fields().all()) {
            String usual = NumberSample.usual(field);
            values = usual.isEmpty() || values.get(field.key()).isPresent() ? values : values.with(field.key(), usual);
        }
        if (!scheme.counts()) {
            return new NextSample(values, scheme.start());
        }
        Optional<String> last = jdbc.sql("""
                select combination from ledger_entry where project_id = ? and scheme_key = ? and counter_value is not null
                order by project_id desc, scheme_key desc, id desc fetch first 1 rows only""").params(project,
                    scheme.key()).query(String.class).optional();
        String[] said = last.map(l -> l.split("·", -1)).orElse(new String[0]);
        for (int i = 0; i < Math.min(said.length, scheme.countsPer().size()); i++) {
            values = values.with(scheme.countsPer().get(i), said[i]);
        }
        for (String key : scheme.countsPer()) {
            values = values.get(key).isPresent() ? values : values.with(key, "1");
        }
        CounterKey key = scheme.counter(values, today);
        return new NextSample(values, counters.findByProjectIdAndSchemeKeyAndCombination(project, scheme.key(), key.combination())
                .map(c -> c.nextValue).orElse(scheme.start()));
    }

    private CounterView view(long project, Scheme scheme, Fields fields, Counter c, long pace) {
        int widest = LedgerDesk.widest(scheme, fields);
        long last = (long) Math.pow(10, widest) - 1;
        long room = Math.max(0, (last - c.firstValue) / c.step + 1);
        long given = (c.nextValue - c.firstValue) / c.step;
        LocalDate runsOut = pace == 0 ? null : LocalDate.ofInstant(clock.instant(), projects.settings(project).zone())
                .plusDays(Math.min(36_500, (room - given) * PACE_OVER.toDays() / pace));
        return new CounterView(c.combination, c.firstValue, c.step, c.nextValue, given, room, pace, runsOut, c.givenBack);
    }

    /** Every value of a counter up to its next, in stretches of one fate. */
    Strip strip(long project, Scheme scheme, CounterView counter) {
        List<Stretch> stretches = new ArrayList<>(jdbc.sql("""
                select min(v) lowest, max(v) highest, state, count(*) numbers, min(reason) why from (
                    select counter_value v, state, reason, counter_value / ? - row_number() over (partition by state, reason order by
                        counter_value) g
                    from ledger_entry where project_id = ? and scheme_key = ? and combination = ? and counter_value is not null) e
                group by state, reason, g order by 1 fetch first ? rows only""")
                .params(counter.step(), project, scheme.key(), counter.combination(), MOST_STRETCHES)
                .query((row, n) -> new Stretch(row.getLong("lowest"), row.getLong("highest"), row.getString("state"),
                        row.getLong("numbers"), said(row.getString("why"))))
                .list());
        jdbc.sql("select from_value, to_value, reason from ledger_gap where project_id = ? and scheme_key = ? and combination = ? order "
                + "by from_value")
                .params(project, scheme.key(), counter.combination())
                .query((row, n) -> new Stretch(row.getLong("from_value"), row.getLong("to_value"), "GAP",
                        (row.getLong("to_value") - row.getLong("from_value")) / counter.step() + 1, row.getString("reason"))).list()
                .forEach(stretches::add);
        stretches.sort(Comparator.comparingLong(Stretch::from));
        return new Strip(counter, List.copyOf(stretches));
    }

    private static @Nullable String said(String reason) {
        return reason.isEmpty() ? null : reason;
    }
}
