package app.pervius.server.access;

import jakarta.servlet.http.HttpServletRequest;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** How many calls a session makes, or an address where there is none: so many a minute, and a minute's worth at once. */
final class Rate {

    private static final int MOST_KNOWN = 20_000;

    private static final class Bucket {
        private double left;
        private long at;

        Bucket(double left, long at) {
            this.left = left;
            this.at = at;
        }
    }

    private final int perMinute;
    private final Tokens tokens;
    private final Map<String, Bucket> buckets = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Bucket> eldest) {
            return size() > MOST_KNOWN;
        }
    };

    Rate(int perMinute, Tokens tokens) {
        this.perMinute = perMinute;
        this.tokens = tokens;
    }

    /** Whether one more call is taken. A made-up session has no more than its address. */
    boolean allows(HttpServletRequest request) {
        List<String> sessions = tokens.resolveSessionIds(request);
        return take(sessions.isEmpty() ? "address " + request.getRemoteAddr() : "session " + sessions.getFirst());
    }

    private synchronized boolean take(String who) {
        long now = System.nanoTime();
        Bucket bucket = buckets.computeIfAbsent(who, k -> new Bucket(perMinute, now));
        bucket.left = Math.min(perMinute, bucket.left + (now - bucket.at) / 60e9 * perMinute);
        bucket.at = now;
        if (bucket.left < 1) {
            return false;
        }
        bucket.left--;
        return true;
    }
}
