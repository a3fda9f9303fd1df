package app.pervius.server.access;

import jakarta.servlet.http.HttpServletRequest;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** How many calls a session makes, or an address where there is none: so many a minute, and a minute's worth at once. */
final class Rate {

    private static final int MOST_KNOWN = 20_000;
    /** A firm calls from one address: so many of its people may be as busy as one may be. */
    private static final long SESSIONS_OF_AN_ADDRESS = 20;

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

    /** Whether one more call is taken; sessions that are made up have no more together than their address. */
    boolean allows(HttpServletRequest request) {
        List<String> sessions = tokens.resolveSessionIds(request);
        return take("address " + request.getRemoteAddr(), perMinute * SESSIONS_OF_AN_ADDRESS)
                && take(sessions.isEmpty() ? "nobody at " + request.getRemoteAddr() : "session " + sessions.getFirst(), perMinute);
    }

    private synchronized boolean take(String who, long most) {
        long now = System.nanoTime();
        Bucket bucket = buckets.computeIfAbsent(who, k -> new Bucket(most, now));
        bucket.left = Math.min(most, bucket.left + (now - bucket.at) / 60e9 * most);
        bucket.at = now;
        if (bucket.left < 1) {
            return false;
        }
        bucket.left--;
        return true;
    }
}
