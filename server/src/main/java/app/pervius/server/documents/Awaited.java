package app.pervius.server.documents;

import app.pervius.server.due.Look;
import app.pervius.server.passages.Waiting;
import java.time.Duration;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Passages that wait for an earlier revision of their document go on when it has ended. */
@Component
@Transactional
class Awaited implements Look {

    private final RevisionRepository revisions;
    private final Waiting waiting;

    Awaited(RevisionRepository revisions, Waiting waiting) {
        this.revisions = revisions;
        this.waiting = waiting;
    }

    @EventListener
    void ended(RevisionEnded end) {
        ifFree(end.document());
    }

    @Override
    public String key() {
        return "awaited-revisions";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(15);
    }

    /** What began to wait in the very moment the other ended. */
    @Override
    public void look() {
        waiting.documents().forEach(this::ifFree);
    }

    private void ifFree(long document) {
        if (!revisions.existsByDocumentIdAndOnItsWayTrue(document)) {
            waiting.overFor(document);
        }
    }
}
