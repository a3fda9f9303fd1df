package app.pervius.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** What keeps changing is told at growing distances, and its last change always. */
class CalmTest {

    private static final Duration LONGEST = Duration.ofSeconds(2);

    private final Calm calm = new Calm();
    private final Change folder = new Change(1, null, Live.Topic.FOLDER, 7);

    private List<Change> at(long millis, Change... changed) {
        return calm.ready(Set.of(changed), millis * 1_000_000, LONGEST);
    }

    @Test
    void isToldAtOnceThenAfterTwiceAsLongEachTimeUpToTheLimit() {
        List<Long> told = new ArrayList<>();
        IntStream.rangeClosed(0, 100).mapToObj(i -> i * 100L).filter(t -> !at(t, folder).isEmpty()).forEach(told::add);
        assertThat(told).containsExactly(0L, 300L, 900L, 2100L, 4100L, 6100L, 8100L);
    }

    @Test
    void theLastChangeIsToldThoughNothingChangesAfterIt() {
        assertThat(at(0, folder)).containsExactly(folder);
        assertThat(calm.next(0)).isEqualTo(Long.MAX_VALUE);
        assertThat(at(100, folder)).isEmpty();
        assertThat(calm.next(100_000_000)).isEqualTo(200_000_000);
        assertThat(at(300)).containsExactly(folder);
        assertThat(at(10_000)).isEmpty();
    }

    @Test
    void afterARestItIsToldAtOnceAgain() {
        at(0, folder);
        at(400, folder);
        assertThat(at(5000, folder)).containsExactly(folder);
        assertThat(at(5100, folder)).isEmpty();
        assertThat(at(5300)).containsExactly(folder);
    }

    @Test
    void anotherThingAndWhatCameForSomebodyAreNotHeldBack() {
        Change other = new Change(1, null, Live.Topic.FOLDER, 8);
        Change came = new Change(1, null, Live.Topic.TRAY, 3);
        at(0, folder, came);
        assertThat(at(50, folder, other, came)).containsExactlyInAnyOrder(other, came);
    }

    @Test
    void withFewListenersNothingIsHeldBackForLong() {
        calm.ready(Set.of(folder), 0, Duration.ofMillis(20));
        assertThat(calm.ready(Set.of(folder), 20_000_000, Duration.ofMillis(20))).containsExactly(folder);
    }
}
