package app.pervius.server.access;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.http.Problem;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class AttemptsTest {

    private Instant now = Instant.parse("2026-05-14T08:00:00Z");
    private final Attempts attempts = new Attempts(() -> now);

    private void fail(int times) {
        for (int i = 0; i < times; i++) {
            attempts.failed("mirela@kwb.example");
        }
    }

    @Test
    void twoMistakesCostNothing() {
        fail(2);
        assertThatCode(() -> attempts.mayTry("mirela@kwb.example")).doesNotThrowAnyException();
    }

    @Test
    void afterTheThirdOneHasToWaitWhateverTheCaseOfTheAddress() {
        fail(3);
        assertThatThrownBy(() -> attempts.mayTry("MIRELA@kwb.example")).isInstanceOf(Problem.class).hasMessageContaining("Try again in 3 seconds");
        now = now.plusSeconds(2);
        assertThatCode(() -> attempts.mayTry("mirela@kwb.example")).doesNotThrowAnyException();
    }

    @Test
    void theWaitDoublesButNeverLastsLongerThanAQuarterOfAnHour() {
        fail(40);
        now = now.plus(Duration.ofMinutes(15)).minusSeconds(1);
        assertThatThrownBy(() -> attempts.mayTry("mirela@kwb.example")).isInstanceOf(Problem.class);
        now = now.plusSeconds(1);
        assertThatCode(() -> attempts.mayTry("mirela@kwb.example")).doesNotThrowAnyException();
    }

    @Test
    void anotherAccountDoesNotWaitAndSuccessForgets() {
        fail(5);
        assertThatCode(() -> attempts.mayTry("tomasz@kwb.example")).doesNotThrowAnyException();
        attempts.succeeded("mirela@kwb.example");
        assertThatCode(() -> attempts.mayTry("mirela@kwb.example")).doesNotThrowAnyException();
    }
}
