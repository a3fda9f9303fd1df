package app.pervius.server.live;

import app.pervius.server.refused.Refused;
import com.sun.management.UnixOperatingSystemMXBean;
import java.lang.management.ManagementFactory;
import java.time.Duration;
import java.util.function.LongSupplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * The files and connections this process may have open at a time. Browsers that listen keep one each for as long as they are open, so they
 * are told plainly that there is no room for one more before people's calls, files and the database are without.
 */
@Component
class Handles {

    private static final Logger LOG = LoggerFactory.getLogger(Handles.class);
    /** The share of all that stays with everything else. */
    private static final int KEPT_ONE_IN = 5;
    private static final Duration BETWEEN_WARNINGS = Duration.ofMinutes(1);
    private static final int SECONDS_TO_WAIT = 10;

    private final long most;
    private final LongSupplier open;
    private long warned = System.nanoTime() - BETWEEN_WARNINGS.toNanos();

    @Autowired
    Handles() {
        this(ManagementFactory.getOperatingSystemMXBean() instanceof UnixOperatingSystemMXBean unix ? unix.getMaxFileDescriptorCount()
                : Long.MAX_VALUE, () -> ManagementFactory.getOperatingSystemMXBean() instanceof UnixOperatingSystemMXBean unix
                ? unix.getOpenFileDescriptorCount() : 0);
    }

    /**
     * @param most how many may be open
     * @param open how many are
     */
    Handles(long most, LongSupplier open) {
        this.most = most;
        this.open = open;
    }

    /** Refuses one more that listens where what is left is kept for the rest; says so in the log, at most once a minute. */
    void oneMore() {
        long now = open.getAsLong();
        if (most - now > most / KEPT_ONE_IN) {
            return;
        }
        warn(now);
        throw Refused.tooMany("The server has no more handles for browsers that listen: " + now + " of " + most
                + " files and connections are open. Changes are seen when the page is loaded again.", SECONDS_TO_WAIT);
    }

    private synchronized void warn(long now) {
        if (System.nanoTime() - warned >= BETWEEN_WARNINGS.toNanos()) {
            warned = System.nanoTime();
            LOG.warn("no more handles for browsers that listen: {} of {} files and connections are open; "
                    + "let this process open more (LimitNOFILE, ulimit -n)", now, most);
        }
    }
}
