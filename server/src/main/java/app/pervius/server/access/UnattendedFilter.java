package app.pervius.server.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Notes, before sessions are looked up, which calls nobody asked for: screens that bring themselves up to date, and live news. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class UnattendedFilter extends OncePerRequestFilter {

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain) throws ServletException,
            IOException {
        SparseSessions.UNATTENDED_NOW.set(request.getHeader(SparseSessions.UNATTENDED) != null || request.getRequestURI()
                .equals("/api/live"));
        try {
            chain.doFilter(request, response);
        } finally {
            SparseSessions.UNATTENDED_NOW.remove();
        }
    }
}
