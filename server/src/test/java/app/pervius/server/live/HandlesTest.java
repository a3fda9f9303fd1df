package app.pervius.server.live;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.refused.Refused;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

/** Those who listen never take the last handles. */
class HandlesTest {

    @Test
    void aFifthStaysWithEverythingElse() {
        AtomicLong open = new AtomicLong(799);
        Handles handles = new Handles(1000, open::get);
        assertThatCode(handles::oneMore).doesNotThrowAnyException();
        open.set(800);
        assertThatThrownBy(handles::oneMore).isInstanceOf(Refused.class).hasMessageContaining("800 of 1000 files and connections are open");
        open.set(700);
        assertThatCode(handles::oneMore).doesNotThrowAnyException();
    }

    @Test
    void thisMachineHasSome() {
        assertThatCode(() -> new Handles().oneMore()).doesNotThrowAnyException();
    }
}
