package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.Drawing;
import app.pervius.core.number.Ledger;
import app.pervius.server.store.Turns;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Counters as locked rows: what one transaction has looked at, no other sees until that one has ended. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Counters {

    private static final Logger LOG = LoggerFactory.getLogger(Counters.class);

    /** Which row a counter is. */
    private record Which(long project, CounterKey key) {
    }

    /** A counter's row, locked. */
    private record Held(long value, long step, int givenBack) {
    }

    private final JdbcClient jdbc;
    private final Turns turns;
    private final TransactionTemplate apart;

    Counters(JdbcClient jdbc, Turns turns, PlatformTransactionManager transactions) {
        this.jdbc = jdbc;
        this.turns = turns;
        this.apart = new TransactionTemplate(transactions);
        this.apart.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /** What the counter gives next, locked until the transaction ends. */
    Ledger.Next next(long project, CounterKey key, long first, long step) {
        Held held = held(project, key, first, step);
        return new Ledger.Next(held.value(), held.step(), held.givenBack() == 0 ? Optional.empty() : givenBack(project, key));
    }

    /** The counter as it stands, if it has begun; not locked. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Optional<Ledger.Next> look(long project, CounterKey key) {
        return read("", project, key).map(held -> new Ledger.Next(held.value(), held.step(), held.givenBack() == 0 ? Optional.empty()
                : givenBack(project, key)));
    }

    /** The combinations of a scheme's counters that give at least this value next, with what they give. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    Map<String, Long> from(long project, String scheme, long value) {
        Map<String, Long> found = new TreeMap<>();
        jdbc.sql("select combination, next_value from counter where project_id = ? and scheme_key = ? and next_value >= ? order by "
                + "combination")
                .params(project, scheme, value).query((row, n) -> found.put(row.getString("combination"), row.getLong("next_value")))
                .list();
        return found;
    }

    /** The counter, which {@link #next} has locked, has given a number. */
    void given(long project, Drawing.Count count) {
        move(project, count.counter(), count.next(), count.givenBack() ? -1 : 0);
    }

    /** Sets what a held counter gives next. */
    void moveTo(long project, CounterKey key, long next) {
        move(project, key, next, 0);
    }

    /** So many numbers of a held counter are free again. */
    void gaveBack(long project, CounterKey key, int numbers) {
        jdbc.sql("update counter set given_back = given_back + ? where project_id = ? and scheme_key = ? and combination = ?")
                .params(numbers, project, key.scheme(), key.combination()).update();
    }

    /** Takes the next value of a counter of things that have no ledger, such as submissions; begins with 1. */
    public long take(long project, String what) {
        CounterKey key = new CounterKey(what, "");
        long value = held(project, key, 1, 1).value();
        move(project, key, value + 1, 0);
        return value;
    }

    private void move(long project, CounterKey key, long next, int givenBack) {
        jdbc.sql("update counter set next_value = ?, given_back = given_back + ? where project_id = ? and scheme_key = ? and "
                + "combination = ?")
                .params(next, givenBack, project, key.scheme(), key.combination()).update();
    }

    private Held held(long project, CounterKey key, long first, long step) {
        turns.take(new Which(project, key));
        return locked(project, key).orElseGet(() -> {
            begin(project, key, first, step);
            return locked(project, key).orElseThrow();
        });
    }

    private Optional<Held> locked(long project, CounterKey key) {
        return read(" for update", project, key);
    }

    private Optional<Held> read(String how, long project, CounterKey key) {
        return jdbc.sql("select next_value, step, given_back from counter where project_id = ? and scheme_key = ? and combination = "
                + "?" + how)
                .params(project, key.scheme(), key.combination()).query((row, n) -> new Held(row.getLong("next_value"), row.getLong("step"),
                        row.getInt("given_back")))
                .optional();
    }

    private Optional<Ledger.GivenBack> givenBack(long project, CounterKey key) {
        return jdbc.sql("""
                select number, counter_value from ledger_entry where project_id = ? and scheme_key = ? and combination = ? and state =
                    'GIVEN_BACK'
                order by project_id, scheme_key, combination, counter_value fetch first 1 rows only""")
                .params(project, key.scheme(), key.combination()).query((row, n) -> new Ledger.GivenBack(row.getString("number"),
                        row.getLong("counter_value")))
                .optional();
    }

    /** Makes the counter's row in a transaction of its own, so that of several who need it first only one makes it and none fails. */
    private void begin(long project, CounterKey key, long first, long step) {
        try {
            apart.executeWithoutResult(status -> jdbc.sql("""
                    insert into counter (id, project_id, scheme_key, combination, next_value, first_value, step, given_back)
                    values (next value for ids, ?, ?, ?, ?, ?, ?, 0)""")
                    .params(project, key.scheme(), key.combination(), first, first, step).update());
        } catch (DuplicateKeyException e) {
            LOG.debug("another has begun the counter {} {} at the same time", key.scheme(), key.combination());
        }
    }
}
