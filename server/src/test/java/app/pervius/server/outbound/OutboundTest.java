package app.pervius.server.outbound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;

import app.pervius.server.Client;
import app.pervius.server.due.Due;
import app.pervius.server.store.Durable;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Instance;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicLong;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.LongStream;
import org.h2.jdbcx.JdbcConnectionPool;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mockito.Mockito;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** What waits to go out: carried until it is over, tried again with growing waits, by one process at a time. */
class OutboundTest {

    private static final Instant BEGIN = Instant.parse("2026-05-14T08:00:00Z");
    private static final Path MIGRATION = Path.of("src/main/resources/db/migration/V13__what_goes_out_and_what_is_due.sql");

    /** A channel that answers as it is told to. */
    private static final class Told implements Channel {
        private final String key;
        private final int together;
        private Function<Parcel, Outcome> answer = parcel -> new Outcome.Over(() -> { });
        private final List<List<Parcel>> sent = new ArrayList<>();
        private final List<String> givenUp = new ArrayList<>();
        private Patience patience = new Patience(Duration.ofSeconds(10), Duration.ofMinutes(5), 0);
        private boolean open = true;
        private Set<String> handedOver = Set.of();
        private final List<String> kept = new ArrayList<>();

        Told(String key, int together) {
            this.key = key;
            this.together = together;
        }

        @Override
        public String key() {
            return key;
        }

        @Override
        public int together() {
            return together;
        }

        @Override
        public int sideBySide() {
            return 1;
        }

        @Override
        public Patience patience() {
            return patience;
        }

        @Override
        public boolean open() {
            return open;
        }

        @Override
        public Map<Long, Outcome> send(List<Parcel> parcels) {
            sent.add(parcels);
            Map<Long, Outcome> outcomes = new HashMap<>();
            parcels.forEach(parcel -> outcomes.put(parcel.id(), answer.apply(parcel)));
            return outcomes;
        }

        @Override
        public Set<String> handedOver() {
            return handedOver;
        }

        @Override
        public Outcome over(Parcel parcel) {
            return new Outcome.Over(() -> kept.add(parcel.key()));
        }

        @Override
        public void givenUp(Parcel parcel, int tries, String lastWords) {
            givenUp.add(parcel.key() + " after " + tries + ": " + lastWords);
        }
    }

    private final Told mail = new Told("mail", 3);
    private final Told question = new Told("question", 1);
    private final Durable durable = mock();
    private final Due due = mock();
    private final AtomicLong ids = new AtomicLong();
    private JdbcConnectionPool database;
    private TransactionTemplate transaction;
    private Instant now = BEGIN;
    private Outbound outbound;
    private Carrier carrier;

    @BeforeEach
    void anEmptyOutbox() throws Exception {
        database = JdbcConnectionPool.create("jdbc:h2:mem:outbound", "sa", "");
        JdbcClient jdbc = JdbcClient.create(database);
        jdbc.sql("create table project (id bigint primary key)").update();
        jdbc.sql("insert into project values (1), (2)").update();
        String table = Files.readString(MIGRATION);
        jdbc.sql(table.substring(table.indexOf("create table outbound"), table.indexOf(";", table.indexOf("create table outbound"))))
                .update();
        transaction = new TransactionTemplate(new DataSourceTransactionManager(database));
        outbound = outbound("one");
        carrier = new Carrier(outbound, List.of(mail, question), durable, due, transaction, true);
    }

    @AfterEach
    void close() {
        database.dispose();
    }

    private Outbound outbound(String instance) {
        Ids next = mock();
        Mockito.when(next.next()).thenAnswer(call -> ids.incrementAndGet());
        return new Outbound(JdbcClient.create(database), next, new Instance(instance), () -> now, event -> { });
    }

    private void put(Channel channel, long... subjects) {
        transaction.executeWithoutResult(status -> LongStream.of(subjects)
                .forEach(subject -> outbound.put(channel.key(), "k" + subject, subject, 1L)));
    }

    private static List<Long> subjects(List<Parcel> parcels) {
        return parcels.stream().map(Parcel::subject).toList();
    }

    @Test
    void whatWaitsIsCarriedTogetherInTheOrderItCame() {
        put(mail, 11, 12, 13, 14);
        carrier.look();
        assertThat(mail.sent).extracting(OutboundTest::subjects).containsExactly(List.of(11L, 12L, 13L), List.of(14L));
        assertThat(mail.sent.getFirst().getFirst()).isEqualTo(new Parcel(1, "k11", 11, 0));
        assertThat(outbound.waiting("mail")).isEmpty();
        carrier.look();
        assertThat(mail.sent).hasSize(2);
        assertThat(question.sent).isEmpty();
    }

    @Test
    void whatItTellsIsOnTheDiskBeforeAnybodyIsTold() {
        put(mail, 11);
        Runnable keep = mock();
        mail.answer = parcel -> {
            verify(durable).await();
            return new Outcome.Over(keep);
        };
        carrier.look();
        var order = inOrder(durable, keep);
        order.verify(durable).await();
        order.verify(keep).run();
    }

    @Test
    void whatFailsIsTriedAgainWithGrowingWaitsButNeverBeyondTheLongest() {
        put(mail, 11);
        mail.answer = parcel -> new Outcome.Failed("still down");
        List<Duration> waits = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            carrier.look();
            Instant next = outbound.held("mail", 1, 10).getFirst().nextTry();
            verify(due).by("outbound", next);
            waits.add(Duration.between(now, next));
            carrier.look();
            now = next;
        }
        List<Long> longest = List.of(10L, 20L, 40L, 80L, 160L, 300L, 300L, 300L);
        for (int i = 0; i < longest.size(); i++) {
            assertThat(waits.get(i).toMillis()).as("wait %d", i).isBetween(longest.get(i) * 800, longest.get(i) * 1000);
        }
        assertThat(waits.subList(5, 8)).as("what failed together is not tried together again").doesNotHaveDuplicates();
        assertThat(mail.sent).as("tries, none before its time").hasSize(8);
        assertThat(outbound.held("mail", 1, 10)).containsExactly(new Outbound.Held(11, 8, "still down", now));
        assertThat(outbound.held("mail", 2, 10)).as("another project's").isEmpty();
    }

    @Test
    void tryingAgainByHandWaitsForNothing() {
        put(mail, 11);
        mail.answer = parcel -> new Outcome.Failed("down");
        carrier.look();
        mail.answer = parcel -> new Outcome.Over(() -> { });
        outbound.tryAgain("mail", 2);
        carrier.look();
        assertThat(outbound.waiting("mail")).containsExactly(11L);
        outbound.tryAgain("mail", 1);
        carrier.look();
        assertThat(outbound.waiting("mail")).isEmpty();
    }

    @Test
    void aServerThatIsDownIsNotAskedForTheNextBatchAtOnce() {
        put(mail, 11, 12, 13, 14);
        mail.answer = parcel -> new Outcome.Failed("down");
        carrier.look();
        assertThat(mail.sent).hasSize(1);
    }

    @Test
    void oneThatFailsHoldsUpNoOtherWhereEachGoesByItself() {
        put(question, 11, 12);
        question.answer = parcel -> parcel.subject() == 11 ? new Outcome.Failed("busy") : new Outcome.Over(() -> { });
        carrier.look();
        assertThat(outbound.waiting("question")).containsExactly(11L);
    }

    @Test
    void patienceEndsAndTheChannelIsToldOnce() {
        question.patience = new Patience(Duration.ofSeconds(1), Duration.ofSeconds(10), 3);
        put(question, 11);
        question.answer = parcel -> new Outcome.Failed("status 503");
        for (int i = 0; i < 6; i++) {
            carrier.look();
            now = now.plusSeconds(60);
        }
        assertThat(question.givenUp).containsExactly("k11 after 3: status 503");
        assertThat(outbound.waiting("question")).isEmpty();
    }

    @Test
    void aChannelThatThrowsHasFailed() {
        put(mail, 11);
        mail.answer = parcel -> {
            throw new IllegalStateException("torn wire");
        };
        carrier.look();
        assertThat(outbound.held("mail", 1, 1).getFirst().lastWords()).isEqualTo("torn wire");
    }

    @Test
    void whatCannotBeKeptOfItIsTriedAgain() {
        put(mail, 11);
        mail.answer = parcel -> new Outcome.Over(() -> {
            throw new IllegalStateException("row is gone");
        });
        carrier.look();
        assertThat(outbound.held("mail", 1, 1).getFirst().lastWords()).isEqualTo("What became of it could not be kept here: row is gone");
    }

    @Test
    void ofManyThatAreKeptTogetherOneThatCannotBeHoldsUpNoOther() {
        put(mail, 11, 12, 13);
        List<Long> kept = new ArrayList<>();
        mail.answer = parcel -> new Outcome.Over(() -> {
            if (parcel.subject() == 12) {
                throw new IllegalStateException("row is gone");
            }
            kept.add(parcel.subject());
        });
        carrier.look();
        assertThat(outbound.waiting("mail")).containsExactly(12L);
        assertThat(kept).contains(11L, 13L);
    }

    @Test
    void aClosedChannelTriesNothing() {
        put(mail, 11);
        mail.open = false;
        carrier.look();
        assertThat(mail.sent).isEmpty();
        assertThat(outbound.held("mail", 1, 10)).isEmpty();
        verifyNoInteractions(due);
    }

    @Test
    void whatIsTakenBackMeanwhileHasNoConsequences() {
        put(question, 11);
        Runnable keep = mock();
        question.answer = parcel -> {
            transaction.executeWithoutResult(status -> outbound.takeBack("question", "k11"));
            return new Outcome.Over(keep);
        };
        carrier.look();
        verifyNoInteractions(keep);
        question.patience = new Patience(Duration.ofSeconds(1), Duration.ofSeconds(1), 1);
        put(question, 11);
        question.answer = parcel -> {
            transaction.executeWithoutResult(status -> outbound.takeBack("question", "k11"));
            return new Outcome.Failed("no");
        };
        carrier.look();
        assertThat(question.givenUp).isEmpty();
    }

    @Test
    void whatOneProcessHasInHandNoOtherTakesUntilTheLeaseIsOver() {
        put(mail, 11, 12);
        Outbound other = outbound("two");
        assertThat(leased(outbound)).containsExactly(11L, 12L);
        assertThat(leased(other)).isEmpty();
        now = now.plus(Duration.ofMinutes(11));
        assertThat(leased(other)).containsExactly(11L, 12L);
    }

    @Test
    void aProcessStartedAgainGivesBackWhatItHadInHandAndNoMore() {
        put(mail, 11, 12, 13, 14);
        assertThat(leased(outbound)).hasSize(3);
        Outbound other = outbound("two");
        assertThat(leased(other)).containsExactly(14L);
        transaction.executeWithoutResult(status -> outbound.letGo());
        assertThat(leased(outbound)).containsExactly(11L, 12L, 13L);
    }

    /** It would go once more after the next start otherwise. */
    @Test
    void aStopWaitsUntilWhatWasHandedOverIsNotedAndBeginsNothingNew() throws Exception {
        CountDownLatch handing = new CountDownLatch(1);
        CountDownLatch over = new CountDownLatch(1);
        mail.answer = parcel -> {
            handing.countDown();
            try {
                over.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return new Outcome.Over(() -> { });
        };
        put(mail, 11, 12, 13, 14);
        carrier.start();
        handing.await();
        Thread stop = Thread.ofVirtual().start(carrier::stop);
        assertThat(stop.join(Duration.ofMillis(300))).as("stopped while something is handed over").isFalse();
        over.countDown();
        assertThat(stop.join(Duration.ofSeconds(5))).isTrue();
        assertThat(mail.sent).as("batches").hasSize(1);
        assertThat(JdbcClient.create(database).sql("select subject_id from outbound").query(Long.class).list()).containsExactly(14L);
        carrier.look();
        assertThat(mail.sent).as("batches after the stop").hasSize(1);
    }

    @Test
    void aClockThatWasSetBackLeavesNothingBehind() {
        put(mail, 11);
        mail.answer = parcel -> new Outcome.Failed("down");
        carrier.look();
        now = BEGIN.minus(Duration.ofHours(3));
        carrier.look();
        assertThat(mail.sent).hasSize(2);
    }

    /** Whoever was killed had handed two of them over, and a third that was kept in time. */
    @Test
    void whatAFormerLifeHadHandedOverIsKeptAndNotHandedOverAgain() {
        put(mail, 1, 2, 3);
        List<String> keys = JdbcClient.create(database).sql("select item_key from outbound order by id").query(String.class).list();
        mail.handedOver = Set.of(keys.get(0), keys.get(2), "kept in time");
        carrier.start();
        carrier.look();
        assertThat(mail.kept).containsExactlyInAnyOrder(keys.get(0), keys.get(2));
        Client.until(() -> outbound.waiting("mail"), Set::isEmpty);
        assertThat(mail.sent.stream().flatMap(List::stream).map(Parcel::key)).containsExactly(keys.get(1));
        carrier.stop();
    }

    @Test
    void wordsOfAnyLengthAreKeptAsFarAsTheyFit() {
        put(mail, 11);
        mail.answer = parcel -> new Outcome.Failed("x".repeat(5000));
        carrier.look();
        assertThat(outbound.held("mail", 1, 1).getFirst().lastWords()).hasSize(2000);
        verify(due).by(anyString(), any());
    }

    private List<Long> leased(Outbound by) {
        return subjects(java.util.Objects.requireNonNull(transaction.execute(status -> by.lease(mail))));
    }
}
