package app.pervius.core.number;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Drawing from a scratch ledger gives what would come next, and leaves the ledger under it as it is. */
class ScratchLedgerTest {

    private static final CounterKey COUNTER = new CounterKey("documents", "H");
    private static final CounterKey OTHER = new CounterKey("documents", "C");

    private static final Ledger UNDER = new Ledger() {
        @Override
        public Next next(CounterKey counter, long first, long step) {
            return new Next(7, 5, Optional.of(new GivenBack("H-0003", 3)));
        }

        @Override
        public boolean knows(String number) {
            return number.equals("H-0001");
        }

        @Override
        public Optional<String> nextOf(String list) {
            return Optional.of("plate 9");
        }
    };

    private static Drawing drawing(String number, Optional<Drawing.Count> count, Map<String, String> lists) {
        return new Drawing(number, "documents", 1, count, lists);
    }

    @Test
    void whatIsKeptIsKnownAndMovesTheCounter() {
        ScratchLedger ledger = new ScratchLedger(UNDER);
        assertThat(ledger.next(COUNTER, 1, 1)).isEqualTo(new Ledger.Next(7, 5, Optional.of(new Ledger.GivenBack("H-0003", 3))));
        assertThat(ledger.knows("H-0001")).isTrue();
        assertThat(ledger.knows("H-0003")).isFalse();
        ledger.keep(drawing("H-0003", Optional.of(new Drawing.Count(COUNTER, 3, 7, true, List.of())), Map.of()));
        ledger.keep(drawing("H-0007", Optional.of(new Drawing.Count(COUNTER, 7, 12, false, List.of())), Map.of()));
        assertThat(ledger.knows("H-0003")).isTrue();
        assertThat(ledger.next(COUNTER, 1, 1)).as("a number given back is given once").isEqualTo(new Ledger.Next(12, 5, Optional.empty()));
        assertThat(ledger.next(OTHER, 1, 1).value()).isEqualTo(7);
    }

    @Test
    void ofAListOneValueIsKnown() {
        ScratchLedger ledger = new ScratchLedger(UNDER);
        assertThat(ledger.nextOf("plates")).contains("plate 9");
        ledger.keep(drawing("P-9", Optional.empty(), Map.of("plates", "plate 9")));
        assertThat(ledger.nextOf("plates")).isEmpty();
        assertThat(ledger.nextOf("pumps")).contains("plate 9");
    }

    @Test
    void countersHaveOneOrder() {
        assertThat(COUNTER).isGreaterThan(OTHER);
        assertThat(new CounterKey("a", "z")).isLessThan(new CounterKey("b", "a"));
        assertThat(COUNTER.compareTo(new CounterKey("documents", "H"))).isZero();
        assertThat(NumberState.GIVEN_BACK.label()).isEqualTo("given back");
    }
}
