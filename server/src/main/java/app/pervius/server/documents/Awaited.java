package app.pervius.server.documents;

import app.pervius.server.passages.Waiting;
import java.util.concurrent.TimeUnit;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Passages that wait for an earlier revision of their document go on when it has ended. */
@Component
@Transactional
class Awaited {

    private static final String FREE = """
            select p.id from passage p where p.awaits_document is not null and p.state = 'WAITING'
            and not exists (select 1 from revision r where r.document_id = p.awaits_document and r.on_its_way = true)
            """;

    private final JdbcClient jdbc;
    private final Waiting waiting;

    Awaited(JdbcClient jdbc, Waiting waiting) {
        this.jdbc = jdbc;
        this.waiting = waiting;
    }

    @EventListener
    void ended(RevisionEnded end) {
        jdbc.sql(FREE + "and p.awaits_document = ? order by p.id").param(end.document()).query(Long.class).list().forEach(waiting::over);
    }

    /** What began to wait in the very moment the other ended. */
    @Scheduled(fixedDelay = 3, timeUnit = TimeUnit.SECONDS)
    void pickUpWhatWasLeft() {
        jdbc.sql(FREE + "order by p.id").query(Long.class).list().forEach(waiting::over);
    }
}
