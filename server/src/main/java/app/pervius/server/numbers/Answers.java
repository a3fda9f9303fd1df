package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.server.othersystems.OtherSystems;
import app.pervius.server.outbound.Channel;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.outbound.Patience;
import app.pervius.server.passages.Waiting;
import app.pervius.server.store.Json;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/**
 * Asks other systems for parts of numbers, with nothing locked; a system that does not answer is asked again, then the passage
 * is stopped with what it said.
 */
@Service
class Answers implements Channel {

    static final String KEY = "question";
    private static final int SIDE_BY_SIDE = 64;
    /** How often a system is asked before the passage is stopped, and how soon again. */
    private static final Patience PATIENCE = new Patience(Duration.ofSeconds(1), Duration.ofSeconds(10), 4);
    private static final Field ANSWER = new Field("answer", "answer", new FieldKind.Text(), Scheme.WIDEST_SOURCE);

    private final Questions questions;
    private final OtherSystems connections;
    private final Waiting waiting;

    Answers(Questions questions, OtherSystems connections, Waiting waiting) {
        this.questions = questions;
        this.connections = connections;
        this.waiting = waiting;
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public int together() {
        return 1;
    }

    @Override
    public int sideBySide() {
        return SIDE_BY_SIDE;
    }

    @Override
    public Patience patience() {
        return PATIENCE;
    }

    @Override
    public Map<Long, Outcome> send(List<Parcel> parcels) {
        return parcels.stream().collect(Collectors.toMap(Parcel::id, this::ask));
    }

    private Outcome ask(Parcel parcel) {
        Questions.Question question = questions.question(parcel.subject());
        OtherSystems.Reply reply = connections.ask(question.connection(), parcel.key(), Map.of("asked", question.key(), "about",
                Json.read(question.about(), Object.class)));
        return switch (reply) {
            case OtherSystems.Reply.Said(Map<String, Object> answer) -> value(answer)
                    .<Outcome>map(value -> new Outcome.Over(() -> answered(question, value)))
                    .orElseGet(() -> new Outcome.Failed(unusable(question.connection())));
            case OtherSystems.Reply.Failed(String reason) -> new Outcome.Failed(reason);
        };
    }

    private void answered(Questions.Question question, String value) {
        questions.answered(question.id(), value);
        waiting.over(question.passage());
    }

    @Override
    public void givenUp(Parcel parcel, int tries, String lastWords) {
        Questions.Question question = questions.question(parcel.subject());
        questions.failed(question.id());
        waiting.inVain(question.passage(), new StopReason(StopReason.Code.NO_ANSWER, "The number needs “" + question.label() + "” from “"
                + question.connection() + "”, asked " + tries + " times: " + lastWords),
                List.of(WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK, WayOut.TAKE_OUT));
    }

    /** What a number can use of an answer. */
    static Optional<String> value(Map<String, Object> answer) {
        return answer.get("value") instanceof String value && ANSWER.takes(value) && value.equals(value.strip()) ? Optional.of(value)
                : Optional.empty();
    }

    static String unusable(String connection) {
        return "The answer of “" + connection + "” has no “value” of 1 to " + Scheme.WIDEST_SOURCE + " characters without slashes.";
    }
}
