package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Counters as locked rows: what one transaction has looked at, no other sees until that one has ended. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Counters {

    private final CounterRepository counters;

    Counters(CounterRepository counters) {
        this.counters = counters;
    }

    /** What the counter gives next, locked until the transaction ends. */
    long next(long project, CounterKey key, long first) {
        return counter(project, key, first).nextValue;
    }

    /** The counter has given {@code value}. */
    void given(long project, CounterKey key, long value) {
        counter(project, key, value).nextValue = value + 1;
    }

    /** Takes the next value of a counter of things that have no ledger, such as submissions; begins with 1. */
    public long take(long project, String what) {
        Counter counter = counter(project, new CounterKey(what, ""), 1);
        return counter.nextValue++;
    }

    private Counter counter(long project, CounterKey key, long first) {
        return counters.locked(project, key.scheme(), key.combination()).orElseGet(() -> {
            Counter counter = new Counter();
            counter.projectId = project;
            counter.schemeKey = key.scheme();
            counter.combination = key.combination();
            counter.nextValue = first;
            return counters.saveAndFlush(counter);
        });
    }
}
