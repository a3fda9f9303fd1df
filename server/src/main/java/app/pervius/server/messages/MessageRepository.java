package app.pervius.server.messages;

import java.time.Instant;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface MessageRepository extends JpaRepository<Message, Long> {
    /** Those to be tried now; also those to be tried after {@code furthest}, which only a clock that was set back can have left. */
    @Query("""
            from Message m where m.state = :state and (m.nextAttempt <= :now or m.nextAttempt > :furthest)
            order by m.state, m.nextAttempt, m.id""")
    List<Message> due(Messages.State state, Instant now, Instant furthest, Limit limit);

    /** Those of a project that were tried in vain. */
    @Query("from Message m where m.projectId = :project and m.state = :state and m.attempts > 0 order by m.projectId, m.state, "
            + "m.attempts, m.id")
    List<Message> failed(long project, Messages.State state, Limit limit);
}
