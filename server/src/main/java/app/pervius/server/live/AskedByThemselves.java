package app.pervius.server.live;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets what screens ask again by themselves, because something has changed, wait for each other: however many look at the same thing,
 * half of
 * the processors stay with what people do. Nobody waits for ever: after a while a question is answered whatever else there is.
 */
@Component
class AskedByThemselves extends OncePerRequestFilter {

    static final String HEADER = "Pervius-By-Itself";
    private static final int LONGEST_SECONDS = 10;

    private final Semaphore together;

    AskedByThemselves() {
        this(Math.max(1, Runtime.getRuntime().availableProcessors() / 2));
    }

    /** @param most how many are answered at the same time */
    AskedByThemselves(int most) {
        together = new Semaphore(most, true);
    }

    /** How many wait. */
    int waiting() {
        return together.getQueueLength();
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getHeader(HEADER) == null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean turn = false;
        try {
            turn = together.tryAcquire(LONGEST_SECONDS, TimeUnit.SECONDS);
            chain.doFilter(request, response);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ServletException(e);
        } finally {
            if (turn) {
                together.release();
            }
        }
    }
}
