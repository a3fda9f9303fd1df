package app.pervius.server.devices;

import app.pervius.server.devices.ipp.DeviceFacts;
import app.pervius.server.devices.ipp.IppFault;
import app.pervius.server.store.Outside;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** What devices said of themselves when they were asked last; kept for as long as this process lives. */
@Component
class Readings {

    /** For how long an answer is as good as a new one. */
    private static final Duration FRESH = Duration.ofSeconds(10);

    /**
     * What came of asking one.
     *
     * @param facts what it said last, even where it does not answer any more
     * @param fault why it did not answer now
     */
    record Reading(Instant at, Optional<DeviceFacts> facts, Optional<String> fault) {
    }

    private final InstantSource clock;
    private final Map<Long, Reading> readings = new ConcurrentHashMap<>();

    Readings(InstantSource clock) {
        this.clock = clock;
    }

    Optional<Reading> last(long device) {
        return Optional.ofNullable(readings.get(device));
    }

    /** Asks it now; within no transaction that writes. */
    Reading ask(Device device) {
        Outside.world("asks a device");
        Optional<DeviceFacts> before = last(device.id()).flatMap(Reading::facts);
        Reading now;
        try {
            DeviceFacts facts = device.ipp().facts();
            now = new Reading(clock.instant(), Optional.of(facts), Optional.empty());
        } catch (IppFault e) {
            now = new Reading(clock.instant(), before, Optional.of(e.sentence()));
        } catch (IllegalArgumentException e) {
            now = new Reading(clock.instant(), before, Optional.of(String.valueOf(e.getMessage())));
        }
        readings.put(device.id(), now);
        return now;
    }

    /** What it said a moment ago, or says now. */
    Reading fresh(Device device) {
        return last(device.id()).filter(reading -> reading.at().plus(FRESH).isAfter(clock.instant())).orElseGet(() -> ask(device));
    }

    void forget(long device) {
        readings.remove(device);
    }
}
