package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import java.util.Optional;
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

    private final JdbcClient jdbc;
    private final TransactionTemplate apart;

    Counters(JdbcClient jdbc, PlatformTransactionManager transactions) {
        this.jdbc = jdbc;
        this.apart = new TransactionTemplate(transactions);
        this.apart.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /** What the counter gives next, locked until the transaction ends. */
    long next(long project, CounterKey key, long first) {
        return locked(project, key).orElseGet(() -> {
            begin(project, key, first);
            return locked(project, key).orElseThrow();
        });
    }

    /** The counter, which {@link #next} has locked, has given {@code value}. */
    void given(long project, CounterKey key, long value) {
        jdbc.sql("update counter set next_value = ? where project_id = ? and scheme_key = ? and combination = ?")
                .params(value + 1, project, key.scheme(), key.combination()).update();
    }

    /** Takes the next value of a counter of things that have no ledger, such as submissions; begins with 1. */
    public long take(long project, String what) {
        CounterKey key = new CounterKey(what, "");
        long value = next(project, key, 1);
        given(project, key, value);
        return value;
    }

    private Optional<Long> locked(long project, CounterKey key) {
        return jdbc.sql("select next_value from counter where project_id = ? and scheme_key = ? and combination = ? for update")
                .params(project, key.scheme(), key.combination()).query(Long.class).optional();
    }

    /** Makes the counter's row in a transaction of its own, so that of several who need it first only one makes it and none fails. */
    private void begin(long project, CounterKey key, long first) {
        try {
            apart.executeWithoutResult(status -> jdbc.sql("""
                    insert into counter (id, project_id, scheme_key, combination, next_value) values (next value for ids, ?, ?, ?, ?)""")
                    .params(project, key.scheme(), key.combination(), first).update());
        } catch (DuplicateKeyException e) {
            LOG.debug("another has begun the counter {} {} at the same time", key.scheme(), key.combination());
        }
    }
}
