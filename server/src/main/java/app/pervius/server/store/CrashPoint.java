package app.pervius.server.store;

import java.util.concurrent.atomic.AtomicInteger;

/**
 * Points of the code at which the crash tests end the process without a farewell. Does nothing unless the system property
 * {@code pervius.crash.at} names the point; {@code pervius.crash.after} says at which passing of it.
 */
public enum CrashPoint {
    FILE_STORED, NUMBER_TAKEN, MAIL_BEFORE, MAIL_HANDED_OVER, HALF_PLACED, DIGEST_MADE, TAKEN_FROM_DIRECTORY, HALF_BEGUN, HALF_PASSED_ON;

    private static final int KILLED = 137;
    private static final String AT = System.getProperty("pervius.crash.at", "");
    private static final AtomicInteger LEFT = new AtomicInteger(Integer.getInteger("pervius.crash.after", 1));

    /** The code is here now. */
    public void reached() {
        if (name().equals(AT) && LEFT.decrementAndGet() == 0) {
            Runtime.getRuntime().halt(KILLED);
        }
    }
}
