package app.pervius.server.passages;

import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyBoolean;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.pervius.server.due.Due;
import app.pervius.server.messages.Messages;
import java.time.Instant;
import java.util.List;
import java.util.OptionalInt;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.mockito.InOrder;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Passages of a submission go together, each once, and one that fails or has to wait holds up none of the others. */
class EngineTest {

    private static final long SUBMISSION = 7;
    private static final long MILLIS = 10_000;

    private final PassageStep step = mock(PassageStep.class);
    private final Submissions submissions = mock(Submissions.class);
    private final PassageRepository passages = mock(PassageRepository.class);
    private final AtomicReference<Instant> now = new AtomicReference<>(Instant.parse("2026-03-02T08:00:00Z"));
    private final Engine engine = new Engine(passages, step, submissions, mock(Messages.class),
            new TransactionTemplate(mock(PlatformTransactionManager.class)), mock(Settling.class), mock(Due.class), now::get,
            1);

    @AfterEach
    void stop() {
        engine.stop();
    }

    @Test
    void tenGoTogether() {
        List<PassageStep.Carried> all = carried(12);
        when(step.advance(any())).thenAnswer(call -> new PassageStep.Together(((List<?>) call.getArgument(0)).size(), false));
        run(all);
        verify(step).advance(all.subList(0, 10));
        verify(step).advance(all.subList(10, 12));
        verify(step, never()).advance(any(PassageStep.Carried.class), eq(false));
    }

    @Test
    void noneWaitsLongForWhatIsFoundOutAboutTheNext() {
        List<PassageStep.Carried> all = carried(3);
        doAnswer(call -> now.getAndUpdate(at -> at.plusSeconds(1))).when(step).beforehand(any());
        when(step.advance(any())).thenAnswer(call -> new PassageStep.Together(((List<?>) call.getArgument(0)).size(), false));
        run(all);
        InOrder order = inOrder(step);
        for (PassageStep.Carried each : all) {
            order.verify(step).beforehand(each);
            order.verify(step).advance(List.of(each));
        }
    }

    /** The third had a number, and somebody waited for the next one. */
    @Test
    void whereSomebodyWaitsTheOthersComeAfterOneThatGoesOn() {
        List<PassageStep.Carried> all = carried(5);
        when(step.advance(all)).thenReturn(new PassageStep.Together(3, true));
        when(step.advance(all.subList(3, 5))).thenReturn(new PassageStep.Together(2, false));
        run(all);
        InOrder order = inOrder(step);
        order.verify(step).advance(all);
        order.verify(step).advance(all.get(2), false);
        order.verify(step).advance(all.subList(3, 5));
        all.forEach(each -> verify(step).beforehand(each));
    }

    @Test
    void eachGoesByItselfWhereOneFails() {
        List<PassageStep.Carried> all = carried(3);
        IllegalStateException fault = new IllegalStateException("a station fails");
        when(step.advance(all)).thenThrow(fault);
        when(step.advance(eq(all.get(1)), anyBoolean())).thenThrow(fault);
        run(all);
        verify(step).advance(all.get(0), false);
        verify(step).stopForFault(all.get(1), fault);
        verify(step).advance(all.get(2), false);
    }

    private void run(List<PassageStep.Carried> all) {
        when(passages.submissionsWith(Passages.State.RUNNING)).thenReturn(List.of(SUBMISSION));
        when(submissions.take(SUBMISSION)).thenReturn(OptionalInt.of(1));
        when(submissions.reference(SUBMISSION)).thenReturn("S-0007");
        when(step.next(anyLong(), anyInt(), anyLong())).thenReturn(all).thenReturn(List.of());
        engine.look();
        engine.start();
        verify(submissions, timeout(MILLIS)).unsettled(SUBMISSION, false);
    }

    private static List<PassageStep.Carried> carried(int passages) {
        return LongStream.rangeClosed(1, passages).mapToObj(id -> new PassageStep.Carried(id, "run 1", List.of())).toList();
    }
}
