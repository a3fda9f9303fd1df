package app.pervius.server.integrity;

import app.pervius.server.access.Actor;
import app.pervius.server.store.seals.Seal;
import app.pervius.server.store.seals.SealKey;
import app.pervius.server.store.seals.Sealing;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** How seals of what the database holds stand, for administrators. */
@RestController
class SealController {

    private final Sealing sealing;
    private final SealKey key;

    SealController(Sealing sealing, SealKey key) {
        this.sealing = sealing;
        this.key = key;
    }

    /**
     * How they stand.
     *
     * @param number of the last one; 0 before the first
     * @param at when it was made
     * @param file where they are written to outside the database, in words
     * @param key what others check them with: an X.509 public key (Ed25519), base 64
     * @param failure why the last one was not made or not written there; absent where it was
     * @param changed what starts have found changed behind Pervius' back, the newest first
     */
    record SealsStanding(long number, @Nullable Instant at, String file, String key, @Nullable String failure, List<Changed> changed) {
    }

    /** @param at when it was found; it was done before */
    record Changed(Instant at, String what) {
    }

    @GetMapping("/api/seals")
    SealsStanding seals(Actor actor) {
        actor.mustAdminister();
        List<Seal> all = sealing.all();
        Seal last = all.isEmpty() ? null : all.getLast();
        return new SealsStanding(last == null ? 0 : last.number(), last == null ? null : last.at(), sealing.outside(), key.open(),
                sealing.failure().orElse(null), all.reversed().stream().filter(s -> !s.found().isEmpty())
                .map(s -> new Changed(s.at(), s.found())).toList());
    }
}
