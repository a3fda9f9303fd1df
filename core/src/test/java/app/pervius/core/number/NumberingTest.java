package app.pervius.core.number;

import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.HYDRAULIC_DRAWING;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.FieldValues;
import app.pervius.core.register.RevisionCode;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class NumberingTest {

    private static final Scheme SCHEME = new Scheme("documents", "Documents", 1, "{project}-{originator}-{discipline}-{type}-{counter:4}",
            List.of("originator", "discipline", "type"), 1);

    /** A ledger in memory, as a trial uses one. */
    private static final class Scratch implements Ledger {
        final Map<CounterKey, Long> next = new HashMap<>();
        final Set<String> numbers = new HashSet<>();

        @Override
        public long next(CounterKey counter, long first) {
            return next.getOrDefault(counter, first);
        }

        @Override
        public boolean knows(String number) {
            return numbers.contains(number);
        }

        void keep(NumberEffect.Assign assign) {
            next.put(assign.counter(), assign.value() + 1);
            numbers.add(assign.number());
        }
    }

    private static Outcome<NumberEffect> decide(FieldValues values, Ledger ledger) {
        return Numbering.decide(Optional.empty(), values, Optional.of(SCHEME), FIELDS, ledger);
    }

    private static NumberEffect.Assign assigned(Outcome<NumberEffect> outcome) {
        return (NumberEffect.Assign) ((Outcome.Passed<NumberEffect>) outcome).effects().getFirst();
    }

    @Test
    void aNewDocumentGetsTheNextNumberAndItsFirstRevision() {
        assertThat(assigned(decide(HYDRAULIC_DRAWING, new Scratch()))).isEqualTo(
                new NumberEffect.Assign("KWR-FNK-H-DR-0001", new CounterKey("documents", "FNK·H·DR"), 1, new RevisionCode('P', 1)));
    }

    @Test
    void aDocumentThatHasANumberNeverGetsAnother() {
        assertThat(Numbering.decide(Optional.of("KWR-FNK-H-DR-0001"), HYDRAULIC_DRAWING, Optional.of(SCHEME), FIELDS, new Scratch()))
                .isEqualTo(new Outcome.Passed<>(List.of(), "It has its number: KWR-FNK-H-DR-0001."));
    }

    @Test
    void eachCombinationOfFieldsCountsForItself() {
        Scratch ledger = new Scratch();
        ledger.keep(assigned(decide(HYDRAULIC_DRAWING, ledger)));
        assertThat(assigned(decide(HYDRAULIC_DRAWING, ledger)).number()).isEqualTo("KWR-FNK-H-DR-0002");
        assertThat(assigned(decide(HYDRAULIC_DRAWING.with("type", "CA"), ledger)).number()).isEqualTo("KWR-FNK-H-CA-0001");
    }

    @Test
    void decidingTakesNothing() {
        Scratch ledger = new Scratch();
        assertThat(decide(HYDRAULIC_DRAWING, ledger)).isEqualTo(decide(HYDRAULIC_DRAWING, ledger));
        assertThat(ledger.next).isEmpty();
    }

    @Test
    void aNumberTakenOverFromElsewhereIsPassedOver() {
        Scratch ledger = new Scratch();
        ledger.numbers.add("KWR-FNK-H-DR-0001");
        assertThat(assigned(decide(HYDRAULIC_DRAWING, ledger)).value()).isEqualTo(2);
    }

    @Test
    void aMissingFieldStopsItAndIsNamed() {
        Outcome.Stopped<NumberEffect> stopped = (Outcome.Stopped<NumberEffect>) decide(new FieldValues(Map.of("project", "KWR", "originator", "FNK")), new Scratch());
        assertThat(stopped.reason().fields()).containsExactly("discipline", "type");
        assertThat(stopped.reason().sentence()).isEqualTo("Scheme “Documents” needs “Discipline” and “Document type”, and nothing says what it is.");
        assertThat(stopped.waysOut()).contains(WayOut.GIVE_FIELDS);
    }

    @Test
    void aFullCounterStopsInsteadOfGrowingWider() {
        Scratch ledger = new Scratch();
        ledger.next.put(new CounterKey("documents", "FNK·H·DR"), 10_000L);
        assertThat(((Outcome.Stopped<NumberEffect>) decide(HYDRAULIC_DRAWING, ledger)).reason().code()).isEqualTo(StopReason.Code.COUNTER_FULL);
    }

    /** Over generated arrivals: no number twice, and every counter without a gap. */
    @Test
    void noNumberTwiceAndNoGap() {
        Scratch ledger = new Scratch();
        Random random = new Random(11);
        Map<CounterKey, Long> last = new HashMap<>();
        for (int i = 0; i < 5000; i++) {
            FieldValues values = HYDRAULIC_DRAWING.with("type", random.nextBoolean() ? "DR" : "CA").with("discipline", random.nextBoolean() ? "H" : "C");
            NumberEffect.Assign assign = assigned(decide(values, ledger));
            assertThat(ledger.numbers).doesNotContain(assign.number());
            assertThat(assign.value()).isEqualTo(last.getOrDefault(assign.counter(), 0L) + 1);
            last.put(assign.counter(), assign.value());
            ledger.keep(assign);
        }
    }
}
