package app.pervius.server.stations;

import app.pervius.server.passages.Waiting;
import app.pervius.server.scanning.Scanned;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Passages that waited for the malware scanner go on once it has answered. */
@Component
class AfterScan {

    private final Waiting waiting;

    AfterScan(Waiting waiting) {
        this.waiting = waiting;
    }

    @EventListener
    void scanned(Scanned answered) {
        answered.passages().forEach(waiting::over);
    }
}
