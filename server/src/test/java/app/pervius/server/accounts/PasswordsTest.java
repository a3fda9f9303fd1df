package app.pervius.server.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.refused.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class PasswordsTest {

    private final Passwords passwords = new Passwords();

    @Test
    void ofManyAtOnceSomeWaitAndTheRestIsTurnedAwayAtOnce() throws InterruptedException {
        AtomicInteger answered = new AtomicInteger();
        AtomicInteger turnedAway = new AtomicInteger();
        CountDownLatch go = new CountDownLatch(1);
        List<Thread> callers = new ArrayList<>();
        for (int i = 0; i < 150; i++) {
            callers.add(Thread.ofVirtual().start(() -> {
                try {
                    go.await();
                    passwords.matches("whatever it is", null);
                    answered.incrementAndGet();
                } catch (Refused crowded) {
                    turnedAway.incrementAndGet();
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
            }));
        }
        go.countDown();
        for (Thread caller : callers) {
            caller.join();
        }
        assertThat(answered.get() + turnedAway.get()).isEqualTo(150);
        assertThat(turnedAway.get()).as("no more wait than can be served soon").isGreaterThan(50);
        assertThat(answered.get()).isGreaterThanOrEqualTo(2);
        assertThat(passwords.matches("whatever it is", null)).as("and afterwards there is room again").isFalse();
    }

    @Test
    void aHashIsOfOnePasswordOnly() {
        String hash = passwords.hash("slate otter meridian", List.of());
        assertThat(hash).startsWith("$argon2id$");
        assertThat(passwords.matches("slate otter meridian", hash)).isTrue();
        assertThat(passwords.matches("slate otter meridiaN", hash)).isFalse();
    }
}
