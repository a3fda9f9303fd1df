package app.pervius.server.store;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Every call that may change something is answered only when what it changed is on the disk. */
@Component
class DurableFilter extends OncePerRequestFilter {

    private static final Set<String> CHANGES_NOTHING = Set.of("GET", "HEAD", "OPTIONS");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (CHANGES_NOTHING.contains(request.getMethod())) {
            chain.doFilter(request, response);
            return;
        }
        try {
            DurableAnswers.onThisThread(() -> {
                chain.doFilter(request, response);
                return true;
            });
        } catch (ServletException | IOException | RuntimeException e) {
            throw e;
        } catch (Exception e) {
            throw new ServletException(e);
        }
    }
}
