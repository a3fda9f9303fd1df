package app.pervius.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class PortionsTest {

    private final List<List<Integer>> asked = new ArrayList<>();

    private List<Integer> query(List<Integer> keys) {
        asked.add(keys);
        return keys.stream().map(key -> -key).toList();
    }

    @Test
    void findsAllOfALongListThoughNoQueryHasMuchOfIt() {
        List<Integer> keys = IntStream.range(0, 5000).boxed().toList();
        assertThat(Portions.of(keys, this::query)).isEqualTo(keys.stream().map(key -> -key).toList());
        assertThat(asked).hasSizeLessThan(20).allSatisfy(some -> assertThat(some).hasSizeBetween(1, 512));
    }

    @Test
    void asksForEachOnceThoughItIsNamedTwiceFarApart() {
        List<Integer> keys = new ArrayList<>(IntStream.range(0, 2000).boxed().toList());
        keys.addAll(Collections.nCopies(3, 7));
        assertThat(Portions.of(keys, this::query)).hasSize(2000).doesNotHaveDuplicates();
    }

    @Test
    void asksNothingForNoKeys() {
        assertThat(Portions.of(Set.<Integer>of(), this::query)).isEmpty();
        assertThat(asked).isEmpty();
    }
}
