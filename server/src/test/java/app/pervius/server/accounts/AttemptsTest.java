package app.pervius.server.accounts;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.refused.Refused;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import org.h2.jdbcx.JdbcDataSource;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

class AttemptsTest {

    private static final String MIRELA = "mirela@kwb.example";

    private final JdbcDataSource data = new JdbcDataSource();
    private Instant now = Instant.parse("2026-05-14T08:00:00Z");
    private Attempts attempts;

    @BeforeEach
    void start() {
        data.setURL("jdbc:h2:mem:" + UUID.randomUUID() + ";DB_CLOSE_DELAY=-1");
        JdbcClient.create(data).sql(
                "create table sign_in_failure (failure_key varchar(300) primary key, failures double precision not null, last_at "
                + "timestamp(6) with time zone not null)").update();
        attempts = begun();
    }

    private Attempts begun() {
        return new Attempts(JdbcClient.create(data), new TransactionTemplate(new DataSourceTransactionManager(data)), () -> now);
    }

    /** Tries that are wrong, each from an address of its own. */
    private void fail(String account, int times) {
        for (int i = 0; i < times; i++) {
            try {
                attempts.begin(account, "10.0.0." + i);
            } catch (Refused wait) {
                now = now.plusSeconds(60);
                attempts.begin(account, "10.0.0." + i);
            }
        }
    }

    private void mayTry(String account, String address) {
        assertThatCode(() -> attempts.begin(account, address)).doesNotThrowAnyException();
    }

    private void mustWait(String account, String address) {
        assertThatThrownBy(() -> attempts.begin(account, address)).isInstanceOf(Refused.class)
                .hasMessageStartingWith("Too many failed attempts. Try again in ");
    }

    @Test
    void fourMistakesCostNothing() {
        fail(MIRELA, 4);
        mayTry(MIRELA, "10.1.0.1");
    }

    @Test
    void afterTheFifthOneHasToWaitWhateverTheCaseOfTheAddress() {
        fail(MIRELA, 5);
        mustWait("MIRELA@kwb.example", "10.1.0.1");
        now = now.plusSeconds(3);
        mayTry(MIRELA, "10.1.0.1");
    }

    @Test
    void nobodyIsKeptOutOfAnAccountForMoreThanAMinute() {
        fail(MIRELA, 60);
        mustWait(MIRELA, "10.1.0.1");
        now = now.plusSeconds(61);
        mayTry(MIRELA, "10.1.0.1");
    }

    @Test
    void oneAddressThatTriesManyAccountsWaitsForMinutes() {
        for (int i = 0; i < 20; i++) {
            mayTry("somebody" + i + "@kwb.example", "10.9.9.9");
        }
        for (int i = 1; i < 8; i++) {
            mustWait("nobody@kwb.example", "10.9.9.9");
            now = now.plusSeconds((1 << i) + 1);
            mayTry("anybody" + i + "@kwb.example", "10.9.9.9");
        }
        now = now.plusSeconds(61);
        mustWait("nobody@kwb.example", "10.9.9.9");
        mayTry("nobody@kwb.example", "10.9.9.8");
    }

    @Test
    void triesFade() {
        fail(MIRELA, 5);
        mustWait(MIRELA, "10.1.0.1");
        now = now.plus(Duration.ofHours(1));
        fail(MIRELA, 4);
        mayTry(MIRELA, "10.1.0.1");
    }

    @Test
    void aRestartForgetsNothing() {
        fail(MIRELA, 5);
        attempts = begun();
        mustWait(MIRELA, "10.1.0.1");
    }

    @Test
    void anotherAccountDoesNotWaitAndTheRightPasswordForgets() {
        fail(MIRELA, 5);
        mayTry("tomasz@kwb.example", "10.1.0.1");
        now = now.plusSeconds(60);
        attempts.begin(MIRELA, "10.1.0.1");
        attempts.succeeded(MIRELA, "10.1.0.1");
        mayTry(MIRELA, "10.1.0.1");
    }

    @Test
    void whoIsSignedInElsewhereLetsOneselfIn() {
        fail(MIRELA, 30);
        mustWait(MIRELA, "10.1.0.1");
        attempts.forget(MIRELA);
        mayTry(MIRELA, "10.1.0.1");
    }
}
