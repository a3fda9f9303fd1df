package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.server.connections.Connections;
import app.pervius.server.passages.Waiting;
import app.pervius.server.store.Json;
import app.pervius.server.store.Sql;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Asks other systems for parts of numbers, with nothing locked; a system that does not answer is asked again, then the passage
 * is stopped with what it said.
 */
@Service
class Answers {

    /** How often a system is asked before the passage is stopped. */
    private static final int TRIES = 4;
    private static final Logger LOG = LoggerFactory.getLogger(Answers.class);
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);
    private static final int AT_ONCE = 20;
    private static final Field ANSWER = new Field("answer", "answer", new FieldKind.Text(), Scheme.WIDEST_SOURCE);

    private record Question(long id, long passage, String key, String label, String connection, String about, int attempts) {
    }

    private final JdbcClient jdbc;
    private final Connections connections;
    private final Waiting waiting;
    private final InstantSource clock;
    private final TransactionTemplate transaction;
    /** Questions that are being asked now, so that a slow system is not asked again meanwhile, nor holds up the others. */
    private final Set<Long> inHand = ConcurrentHashMap.newKeySet();
    private final ExecutorService callers = Executors.newVirtualThreadPerTaskExecutor();

    Answers(JdbcClient jdbc, Connections connections, Waiting waiting, InstantSource clock, PlatformTransactionManager transactions) {
        this.jdbc = jdbc;
        this.connections = connections;
        this.waiting = waiting;
        this.clock = clock;
        this.transaction = new TransactionTemplate(transactions);
    }

    @Scheduled(fixedDelay = 300, timeUnit = TimeUnit.MILLISECONDS)
    void askThem() {
        List<Question> due = jdbc.sql("""
                select id, passage_id, source_key, label, connection, about, attempts from number_question where state = 'ASKING' and
                    next_attempt <= ?
                order by state, next_attempt, id fetch first ? rows only""").params(at(clock.instant()), AT_ONCE)
                .query((row, n) -> new Question(row.getLong(1), row.getLong(2), row.getString(3), row.getString(4), row.getString(5),
                        row.getString(6),
                        row.getInt(7))).list();
        due.stream().filter(question -> inHand.add(question.id()))
                .forEach(question -> CompletableFuture.supplyAsync(() -> ask(question), callers)
                .thenAccept(reply -> transaction.executeWithoutResult(status -> settle(question, reply)))
                .whenComplete((done, fault) -> {
                    inHand.remove(question.id());
                    if (fault != null) {
                        LOG.warn("what was answered to question {} could not be kept; it is asked again", question.id(), fault);
                    }
                }));
    }

    private Connections.Reply ask(Question question) {
        return connections.ask(question.connection(), "passage-" + question.passage() + "-" + question.key(),
                Map.of("asked", question.key(), "about", Json.read(question.about(), Object.class)));
    }

    private void settle(Question question, Connections.Reply reply) {
        switch (reply) {
            case Connections.Reply.Said(Map<String, Object> answer) -> {
                value(answer).ifPresentOrElse(value -> {
                    set(question, "ANSWERED", question.attempts() + 1, value, clock.instant());
                    waiting.over(question.passage());
                }, () -> again(question, unusable(question.connection())));
            }
            case Connections.Reply.Failed(String reason) -> again(question, reason);
        }
    }

    /** What a number can use of an answer. */
    static Optional<String> value(Map<String, Object> answer) {
        return answer.get("value") instanceof String value && ANSWER.takes(value) && value.equals(value.strip()) ? Optional.of(value)
                : Optional.empty();
    }

    static String unusable(String connection) {
        return "The answer of “" + connection + "” has no “value” of 1 to " + Scheme.WIDEST_SOURCE + " characters without slashes.";
    }

    private void again(Question question, String reason) {
        int attempts = question.attempts() + 1;
        if (attempts < TRIES) {
            set(question, "ASKING", attempts, null, clock.instant().plus(FIRST_PAUSE.multipliedBy(1L << (attempts - 1))));
            return;
        }
        set(question, "FAILED", attempts, null, clock.instant());
        waiting.inVain(question.passage(), new StopReason(StopReason.Code.NO_ANSWER, "The number needs “" + question.label() + "” from “"
                + question.connection() + "”, asked " + attempts + " times: " + reason),
                List.of(WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT));
    }

    private void set(Question question, String state, int attempts, @org.jspecify.annotations.Nullable String answer, Instant next) {
        jdbc.sql("update number_question set state = ?, attempts = ?, answer = ?, next_attempt = ? where id = ?")
                .params(Sql.values(state, attempts, answer, at(next), question.id())).update();
    }

    private static java.time.OffsetDateTime at(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}
