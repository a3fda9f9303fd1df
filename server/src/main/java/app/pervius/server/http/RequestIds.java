package app.pervius.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.SecureRandom;
import java.util.HexFormat;
import org.jspecify.annotations.Nullable;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Gives each call an id that stands in all its lines of the log, in its answer, and in every problem it is answered with. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
public class RequestIds extends OncePerRequestFilter {

    /** The header the id is answered in. */
    public static final String HEADER = "Request-Id";
    private static final String NAME = "request";
    private static final int BYTES = 6;

    private final SecureRandom random = new SecureRandom();

    /** The id of the call this thread answers; absent where it answers none. */
    public static @Nullable String now() {
        return MDC.get(NAME);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain) throws ServletException,
            IOException {
        byte[] bytes = new byte[BYTES];
        random.nextBytes(bytes);
        String id = HexFormat.of().formatHex(bytes);
        MDC.put(NAME, id);
        response.setHeader(HEADER, id);
        try {
            chain.doFilter(request, response);
        } finally {
            MDC.remove(NAME);
        }
    }
}
