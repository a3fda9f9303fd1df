package app.pervius.server.http;

import app.pervius.server.store.Changes;
import app.pervius.server.store.Secrets;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import org.springframework.core.Ordered;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Gives {@link Tagged} lists their tags. A tag stands for a session, the minute, and how much had been changed before the list was read:
 * what somebody may see, and anything the list shows, can have become another only with one of them. Whether the caller may ask at all
 * has been found out before.
 */
@Component
class Tags implements HandlerInterceptor, WebMvcConfigurer {

    private final Changes changes;
    private final InstantSource clock;
    /** Counts of one life say nothing in the next one. */
    private final String life = Secrets.fresh();

    Tags(Changes changes, InstantSource clock) {
        this.changes = changes;
        this.clock = clock;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).order(Ordered.LOWEST_PRECEDENCE);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        HttpSession session = request.getSession(false);
        if (session == null || !(handler instanceof HandlerMethod method) || !method.hasMethodAnnotation(Tagged.class)) {
            return true;
        }
        String stands = life + session.getId() + changes.count() + clock.instant().truncatedTo(ChronoUnit.MINUTES);
        String tag = "W/\"" + Secrets.hash(stands) + "\"";
        response.setHeader(HttpHeaders.ETAG, tag);
        if (!tag.equals(request.getHeader(HttpHeaders.IF_NONE_MATCH))) {
            return true;
        }
        response.setStatus(HttpStatus.NOT_MODIFIED.value());
        return false;
    }
}
