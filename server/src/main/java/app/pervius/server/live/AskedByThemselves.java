package app.pervius.server.live;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets what screens ask again by themselves, because something has changed, wait for each other: however many look at the same thing,
 * half of the processors stay with what people do. Nobody waits for ever: after a while a question is answered whatever else there is.
 * Of more than can wait, the rest is put off: 503 with the seconds to wait (RFC 9110, Retry-After), so that the heap holds no more of them.
 */
@Component
class AskedByThemselves extends OncePerRequestFilter {

    static final String HEADER = "Pervius-By-Itself";
    private static final Duration LONGEST = Duration.ofSeconds(10);
    /** Each that waits holds a connection's buffers, some 60 KB. */
    private static final int MOST_WAITING = 250;
    /** How much of what a question takes on average the newest one counts. */
    private static final double NEWEST = 0.1;
    private static final byte[] PUT_OFF = """
            {"type":"urn:pervius:problem:put-off","status":503,"detail":"Too many screens ask again at once; this one will in a moment."}"""
            .getBytes(StandardCharsets.UTF_8);

    private final Semaphore together;
    private final int most;
    private final int mostWaiting;
    private volatile double meanMillis = 1;

    AskedByThemselves() {
        this(Math.max(1, Runtime.getRuntime().availableProcessors() / 2), MOST_WAITING);
    }

    /**
     * @param most how many are answered at the same time
     * @param mostWaiting how many wait for that
     */
    AskedByThemselves(int most, int mostWaiting) {
        this.most = most;
        this.mostWaiting = mostWaiting;
        together = new Semaphore(most, true);
    }

    /** How many wait. */
    int waiting() {
        return together.getQueueLength();
    }

    /** How many milliseconds it takes to answer those that wait now. */
    int behindMillis() {
        return (int) Math.min(LONGEST.toMillis(), waiting() * meanMillis / most);
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getHeader(HEADER) == null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (waiting() >= mostWaiting) {
            putOff(response);
            return;
        }
        boolean turn = false;
        try {
            turn = together.tryAcquire(LONGEST.toMillis(), TimeUnit.MILLISECONDS);
            long begin = System.nanoTime();
            chain.doFilter(request, response);
            meanMillis = (1 - NEWEST) * meanMillis + NEWEST * (System.nanoTime() - begin) / 1e6;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ServletException(e);
        } finally {
            if (turn) {
                together.release();
            }
        }
    }

    private void putOff(HttpServletResponse response) throws IOException {
        response.setStatus(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
        response.setHeader("Retry-After", String.valueOf(Math.max(1, Duration.ofMillis(behindMillis()).toSeconds())));
        response.setContentType("application/problem+json");
        response.getOutputStream().write(PUT_OFF);
    }
}
