package app.pervius.server.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class KeepTest {

    private static final Instant LAST = Instant.parse("2031-05-14T02:00:00Z");

    private static Set<Instant> kept(String rule, List<Instant> made) {
        return Keep.of(rule).kept(made, ZoneOffset.UTC);
    }

    @Test
    void theLastOfEachOfTheLastDaysWeeksAndMonthsIsKept() {
        List<Instant> daily = IntStream.range(0, 100).mapToObj(day -> LAST.minus(Duration.ofDays(day))).toList();
        assertThat(kept("3d", daily)).containsExactlyInAnyOrderElementsOf(daily.subList(0, 3));
        assertThat(kept("1d3w", daily)).extracting(Instant::toString).containsExactlyInAnyOrder("2031-05-14T02:00:00Z",
                "2031-05-11T02:00:00Z", "2031-05-04T02:00:00Z");
        assertThat(kept("1d0w3m", daily)).extracting(Instant::toString).containsExactlyInAnyOrder("2031-05-14T02:00:00Z",
                "2031-04-30T02:00:00Z", "2031-03-31T02:00:00Z");
    }

    @Test
    void ofADayTheLastOneAndOldOnesWhereNoneCameSince() {
        Instant noon = LAST.plus(Duration.ofHours(10));
        Instant longAgo = LAST.minus(Duration.ofDays(300));
        assertThat(kept("2d", List.of(LAST, noon, longAgo))).containsExactlyInAnyOrder(noon, longAgo);
        assertThat(kept("1d", List.of(LAST, noon, longAgo))).containsExactly(noon);
        assertThat(kept("7d5w12m", List.of())).isEmpty();
    }

    @Test
    void whatReadsOtherwiseIsRefused() {
        for (String wrong : List.of("", "7", "0d", "7d5m3w", "d", "-1d", "7d 5w")) {
            assertThatIllegalArgumentException().as(wrong).isThrownBy(() -> Keep.of(wrong)).withMessageContaining("7d5w12m");
        }
        assertThat(Keep.of("7d5w12m")).isEqualTo(Keep.USUAL).hasToString("7d5w12m");
    }
}
