package app.pervius.server.documents;

import app.pervius.server.passages.Waiting;
import java.util.concurrent.TimeUnit;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Passages that wait for an earlier revision of their document go on when it has ended. */
@Component
@Transactional
class Awaited {

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

    /** What began to wait in the very moment the other ended. */
    @Scheduled(fixedDelay = 3, timeUnit = TimeUnit.SECONDS)
    void pickUpWhatWasLeft() {
        waiting.documents().forEach(this::ifFree);
    }

    private void ifFree(long document) {
        if (!revisions.existsByDocumentIdAndOnItsWayTrue(document)) {
            waiting.overFor(document);
        }
    }
}
