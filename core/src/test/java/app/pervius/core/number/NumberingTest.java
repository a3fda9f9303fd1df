package app.pervius.core.number;

import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.HYDRAULIC_DRAWING;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.Rounds;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Wait;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.FieldValues;
import app.pervius.core.register.RevisionCode;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class NumberingTest {

    private static final Scheme SCHEME = Scheme.ofDocuments("documents", "Documents",
            "{project}-{originator}-{discipline}-{type}-{counter:4}",
            List.of("originator", "discipline", "type"));
    private static final LocalDate TODAY = LocalDate.of(2026, 5, 14);
    private static final RevisionCode P01 = new RevisionCode("P01");

    /** A ledger in memory, as a trial uses one. */
    private static class Scratch implements Ledger {
        final Map<CounterKey, Long> next = new HashMap<>();
        final Set<String> numbers = new HashSet<>();
        final Map<CounterKey, GivenBack> givenBack = new HashMap<>();
        final Map<String, Deque<String>> lists = new HashMap<>();

        @Override
        public Next next(CounterKey counter, long first, long step) {
            return new Next(next.getOrDefault(counter, first), step, Optional.ofNullable(givenBack.get(counter)));
        }

        @Override
        public boolean knows(String number) {
            return numbers.contains(number);
        }

        @Override
        public Optional<String> nextOf(String list) {
            return Optional.ofNullable(lists.getOrDefault(list, new ArrayDeque<>()).peekFirst());
        }

        void keep(Drawing drawing) {
            drawing.count().ifPresent(count -> {
                next.put(count.counter(), count.next());
                if (count.givenBack()) {
                    givenBack.remove(count.counter());
                }
            });
            drawing.fromLists().forEach((list, value) -> assertThat(lists.get(list).removeFirst()).isEqualTo(value));
            numbers.add(drawing.number());
        }
    }

    private static Outcome<NumberEffect> decide(FieldValues values, Ledger ledger) {
        return decide(SCHEME, values, ledger);
    }

    private static Outcome<NumberEffect> decide(Scheme scheme, FieldValues values, Ledger ledger) {
        return Numbering.decide(Optional.empty(), values, true, Optional.of(scheme), FIELDS, ledger, TODAY, P01);
    }

    private static Drawing assigned(Outcome<NumberEffect> outcome) {
        return ((NumberEffect.Assign) ((Outcome.Passed<NumberEffect>) outcome).effects().getFirst()).drawing();
    }

    private static StopReason stopped(Outcome<NumberEffect> outcome) {
        return ((Outcome.Stopped<NumberEffect>) outcome).reason();
    }

    @Test
    void aNewDocumentGetsTheNextNumberAndItsFirstRevision() {
        assertThat(((Outcome.Passed<NumberEffect>) decide(HYDRAULIC_DRAWING, new Scratch())).effects())
                .containsExactly(new NumberEffect.Assign(
                new Drawing("KWR-FNK-H-DR-0001", "documents", 1, Optional.of(new Drawing.Count(new CounterKey("documents", "FNK·H·DR"), 1,
                        2, false, List.of())),
                        Map.of()), P01));
    }

    @Test
    void aDocumentThatHasANumberNeverGetsAnother() {
        assertThat(Numbering.decide(Optional.of("KWR-FNK-H-DR-0001"), HYDRAULIC_DRAWING, true, Optional.of(SCHEME), FIELDS, new Scratch(),
                TODAY, P01))
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
        assertThat(assigned(decide(HYDRAULIC_DRAWING, ledger)).count()).contains(
                new Drawing.Count(new CounterKey("documents", "FNK·H·DR"), 2, 3, false, List.of(1L)));
    }

    @Test
    void aMissingFieldStopsItAndIsNamed() {
        Outcome.Stopped<NumberEffect> stopped = (Outcome.Stopped<NumberEffect>) decide(new FieldValues(Map.of("project", "KWR",
                "originator", "FNK")), new Scratch());
        assertThat(stopped.reason().fields()).containsExactly("discipline", "type");
        assertThat(stopped.reason().sentence())
                .isEqualTo("Scheme “Documents” needs “Discipline” and “Document type”, and nothing says what it is.");
        assertThat(stopped.waysOut()).contains(WayOut.GIVE_FIELDS);
    }

    @Test
    void aFullCounterStopsInsteadOfGrowingWider() {
        Scratch ledger = new Scratch();
        ledger.next.put(new CounterKey("documents", "FNK·H·DR"), 10_000L);
        assertThat(((Outcome.Stopped<NumberEffect>) decide(HYDRAULIC_DRAWING, ledger)).reason().code())
                .isEqualTo(StopReason.Code.COUNTER_FULL);
    }

    @Test
    void aNumberThatWasGivenBackComesFirst() {
        Scratch ledger = new Scratch();
        CounterKey counter = new CounterKey("documents", "FNK·H·DR");
        ledger.next.put(counter, 40L);
        ledger.numbers.add("KWR-FNK-H-DR-0007");
        ledger.givenBack.put(counter, new Ledger.GivenBack("KWR-FNK-H-DR-0007", 7));
        Drawing first = assigned(decide(HYDRAULIC_DRAWING, ledger));
        assertThat(first.number()).isEqualTo("KWR-FNK-H-DR-0007");
        ledger.keep(first);
        assertThat(assigned(decide(HYDRAULIC_DRAWING, ledger)).number()).isEqualTo("KWR-FNK-H-DR-0040");
    }

    @Test
    void startStepAndTheDayAreTheSchemes() {
        Scheme byTens = new Scheme("changes", "Changes", 3, Scheme.Of.CHANGES, "CH-{today:YY}-{counter:5}", List.of(), true, 100, 10,
                List.of());
        Scratch ledger = new Scratch();
        ledger.keep(assigned(decide(byTens, HYDRAULIC_DRAWING, ledger)));
        assertThat(ledger.numbers).containsExactly("CH-26-00100");
        assertThat(assigned(decide(byTens, HYDRAULIC_DRAWING, ledger)).number()).isEqualTo("CH-26-00110");
        Outcome<NumberEffect> nextYear = Numbering.decide(Optional.empty(), HYDRAULIC_DRAWING, true, Optional.of(byTens), FIELDS, ledger,
                LocalDate.of(2027, 1, 1), P01);
        assertThat(assigned(nextYear).number()).isEqualTo("CH-27-00100");
    }

    @Test
    void aNumberIsTakenApartIntoItsCounterAndValue() {
        assertThat(SCHEME.apart("KWR-FNK-H-DR-0042", FIELDS).orElseThrow()).satisfies(apart -> {
            assertThat(apart.counter()).isEqualTo(new CounterKey("documents", "FNK·H·DR"));
            assertThat(apart.value()).isEqualTo(42);
        });
        Scheme yearly = new Scheme("changes", "Changes", 1, Scheme.Of.CHANGES, "CH-{today:YYMM}-{counter:3}", List.of(), true, 1, 1,
                List.of());
        assertThat(yearly.apart("CH-2411-007", FIELDS).orElseThrow().counter()).isEqualTo(new CounterKey("changes", "2024"));
        assertThat(SCHEME.apart("KWR-FNK-Z-DR-0042", FIELDS)).isEmpty();
    }

    @Test
    void aListGivesEachValueOnceAndStopsWhenUsedUp() {
        Scheme plates = new Scheme("pumps", "Pumps", 1, Scheme.Of.DOCUMENTS, "{project}-PU-{plate}", List.of(), false, 1, 1,
                List.of(new Source.FromList("plate", "Plate", "pump-plates")));
        Scratch ledger = new Scratch();
        ledger.lists.put("pump-plates", new ArrayDeque<>(List.of("7A", "7B")));
        ledger.keep(assigned(decide(plates, HYDRAULIC_DRAWING, ledger)));
        ledger.keep(assigned(decide(plates, HYDRAULIC_DRAWING, ledger)));
        assertThat(ledger.numbers).containsExactlyInAnyOrder("KWR-PU-7A", "KWR-PU-7B");
        assertThat(stopped(decide(plates, HYDRAULIC_DRAWING, ledger)).sentence())
                .isEqualTo("Scheme “Pumps” takes “Plate” from the list “pump-plates”, and every value of it has been used.");
    }

    @Test
    void aNumberThatWasGivenBackIsNotUsedWhereAListSaysAPartOfIt() {
        Scheme plates = new Scheme("pumps", "Pumps", 1, Scheme.Of.DOCUMENTS, "{project}-{plate}-{counter:3}", List.of(), false, 1, 1,
                List.of(new Source.FromList("plate", "Plate", "pump-plates")));
        Scratch ledger = new Scratch();
        ledger.lists.put("pump-plates", new ArrayDeque<>(List.of("7B")));
        CounterKey counter = plates.counter(HYDRAULIC_DRAWING, TODAY);
        ledger.next.put(counter, 4L);
        ledger.givenBack.put(counter, new Ledger.GivenBack("KWR-7A-002", 2));
        assertThat(assigned(decide(plates, HYDRAULIC_DRAWING, ledger))).satisfies(drawing -> {
            assertThat(drawing.number()).isEqualTo("KWR-7B-004");
            assertThat(drawing.count().orElseThrow().givenBack()).isFalse();
        });
    }

    @Test
    void anotherSystemIsAskedBeforeTheCounterIsLookedAt() {
        Scheme asks = new Scheme("plant", "Plant", 1, Scheme.Of.DOCUMENTS, "{plant}-{counter:3}", List.of(), false, 1, 1,
                List.of(new Source.Asked("plant", "Plant item", "plant register")));
        Ledger untouchable = new Scratch() {
            @Override
            public Next next(CounterKey counter, long first, long step) {
                throw new AssertionError("a counter is held while another system is asked");
            }
        };
        assertThat(decide(asks, HYDRAULIC_DRAWING, untouchable)).isEqualTo(new Outcome.Waiting<>(List.of(new NumberEffect.Ask(
                new Source.Asked("plant", "Plant item", "plant register"), HYDRAULIC_DRAWING)),
                Wait.forAsLongAs("“plant register” to say “Plant item”")));
        assertThat(assigned(decide(asks, HYDRAULIC_DRAWING.with("plant", "PS2"), new Scratch())).number()).isEqualTo("PS2-001");
    }

    @Test
    void whenTooManyNumbersInARowAreTakenItSaysSo() {
        Ledger allTaken = new Scratch() {
            @Override
            public boolean knows(String number) {
                return true;
            }
        };
        Scheme wide = Scheme.ofDocuments("wide", "Wide", "{counter:9}", List.of());
        assertThat(stopped(decide(wide, HYDRAULIC_DRAWING, allTaken)).sentence()).contains("10000 numbers in a row");
    }

    /** Over generated arrivals: no number twice, and every counter without a gap. */
    @Test
    void noNumberTwiceAndNoGap() {
        Scratch ledger = new Scratch();
        Random random = new Random(11);
        Map<CounterKey, Long> last = new HashMap<>();
        for (int i = 0; i < Rounds.of(5000); i++) {
            FieldValues values = HYDRAULIC_DRAWING.with("type", random.nextBoolean() ? "DR" : "CA")
                    .with("discipline", random.nextBoolean() ? "H" : "C");
            Drawing assign = assigned(decide(values, ledger));
            assertThat(ledger.numbers).doesNotContain(assign.number());
            Drawing.Count count = assign.count().orElseThrow();
            assertThat(count.value()).isEqualTo(last.getOrDefault(count.counter(), 0L) + 1);
            last.put(count.counter(), count.value());
            ledger.keep(assign);
        }
    }
}
