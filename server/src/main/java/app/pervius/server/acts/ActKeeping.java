package app.pervius.server.acts;

import app.pervius.server.due.Look;
import java.time.Duration;
import java.time.InstantSource;
import java.time.ZoneOffset;
import org.springframework.stereotype.Component;

/** Takes out acts that are older than they are kept, and tells of it. */
@Component
class ActKeeping implements Look {

    private final ActBook acts;
    private final InstantSource clock;

    ActKeeping(ActBook acts, InstantSource clock) {
        this.acts = acts;
        this.clock = clock;
    }

    @Override
    public String key() {
        return "acts-kept";
    }

    @Override
    public Duration every() {
        return Duration.ofHours(6);
    }

    @Override
    public void look() {
        for (long chain : acts.chains()) {
            int months = acts.standing(chain).keeping().months();
            if (months > 0) {
                int out = acts.takeOut(chain, clock.instant().atZone(ZoneOffset.UTC).minusMonths(months).toInstant());
                if (out > 0) {
                    acts.tell(ActKind.KEEPING, chain == ActBook.INSTALLATION ? null : chain, "took " + out + (out == 1 ? " act" : " acts")
                            + " out of this journal that were older than " + months + (months == 1 ? " month" : " months"));
                }
            }
        }
    }
}
