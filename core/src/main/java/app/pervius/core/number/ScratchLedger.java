package app.pervius.core.number;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A ledger over another that remembers what would have been drawn from it and changes nothing there: what a preview of several
 * numbers, or a trial, draws from. Not safe for use by several threads.
 */
public final class ScratchLedger implements Ledger {

    private final Ledger under;
    private final Map<CounterKey, Long> next = new HashMap<>();
    private final Set<String> numbers = new HashSet<>();
    private final Set<String> lists = new HashSet<>();

    public ScratchLedger(Ledger under) {
        this.under = under;
    }

    /** Takes a drawing as kept. */
    public void keep(Drawing drawing) {
        drawing.count().ifPresent(count -> next.put(count.counter(), count.next()));
        numbers.add(drawing.number());
        lists.addAll(drawing.fromLists().keySet());
    }

    @Override
    public Next next(CounterKey counter, long first, long step) {
        Next there = under.next(counter, first, step);
        return new Next(next.getOrDefault(counter, there.value()), there.step(), there.givenBack()
                .filter(free -> !numbers.contains(free.number())));
    }

    @Override
    public boolean knows(String number) {
        return numbers.contains(number) || under.knows(number);
    }

    /** Of each list one value only: which come after it is not known here. */
    @Override
    public Optional<String> nextOf(String list) {
        return lists.contains(list) ? Optional.empty() : under.nextOf(list);
    }
}
