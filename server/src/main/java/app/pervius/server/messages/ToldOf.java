package app.pervius.server.messages;

import app.pervius.core.review.Who;
import app.pervius.core.tell.Occasion;
import app.pervius.server.store.Portions;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who was told of what. */
@Service
@Transactional(readOnly = true)
public class ToldOf {
    /** Somebody who was told of a decision; known by a person or by an address. */
    public record Told(@Nullable Long person, @Nullable String address, long passage, Instant at) {
    }

    /** A message about a passage; {@code sent} is absent while it has not gone out. */
    public record AboutPassage(@Nullable Long person, @Nullable String address, long passage, Occasion occasion, Instant at,
            @Nullable Instant sent) {
    }

    /** Something that was told about a passage, and whether the message that tells it has gone out. */
    public record Gone(long passage, Instant at, boolean sent) {
    }

    private final NoticeRepository notices;
    private final MessageRepository messages;
    private final JdbcClient jdbc;

    ToldOf(NoticeRepository notices, MessageRepository messages, JdbcClient jdbc) {
        this.notices = notices;
        this.messages = messages;
        this.jdbc = jdbc;
    }

    /** Who was told of what became of these passages, in the order it happened. */
    public List<Told> told(Collection<Long> passages, Collection<Occasion> of) {
        return passages.isEmpty() ? List.of() : notices.findByOccasionInAndPassageIdInOrderById(of, passages).stream()
                .map(n -> new Told(n.personId, n.address, Objects.requireNonNull(n.passageId), n.notedAt)).toList();
    }

    /** The newest messages about these passages. */
    public List<AboutPassage> about(Collection<Long> passages, int most) {
        List<Notice> found = passages.isEmpty() ? List.of() : notices.findByPassageIdInOrderByIdDesc(passages, Limit.of(most));
        Map<Long, Message> sent = Portions.of(found.stream().map(n -> n.messageId).filter(Objects::nonNull).toList(), messages::findAllById)
                .stream().collect(Collectors.toMap(Message::id, m -> m));
        return found.stream().map(n -> new AboutPassage(n.personId, n.address, Objects.requireNonNull(n.passageId), n.occasion, n.notedAt,
                n.messageId == null || !sent.containsKey(n.messageId) ? null : sent.get(n.messageId).sentAt)).toList();
    }

    /** Everything that was told about these passages; of thousands, too. */
    public List<Gone> gone(Collection<Long> passages) {
        return Portions.of(passages, some -> jdbc.sql("select n.passage_id, n.noted_at, m.sent_at from notice n left join message m "
                + "on m.id = n.message_id where n.passage_id in (:passages)").param("passages", some)
                .query((row, n) -> new Gone(row.getLong("passage_id"), row.getObject("noted_at", OffsetDateTime.class).toInstant(),
                        row.getObject("sent_at") != null)).list());
    }
}
