package app.pervius.server.acts;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.access.Sessions;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.AsyncHandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Has every call that is an {@link Act} told in the journal when it went well, and those that were refused counted. */
@Component
class ActCalls implements AsyncHandlerInterceptor, WebMvcConfigurer {

    private static final String ACTING = ActCalls.class.getName();

    private final ActBook acts;
    private final Accounts accounts;
    private final RefusedCalls refusals;

    ActCalls(ActBook acts, Accounts accounts, RefusedCalls refusals) {
        this.acts = acts;
        this.accounts = accounts;
        this.refusals = refusals;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        Act act = handler instanceof HandlerMethod method ? method.getMethodAnnotation(Act.class) : null;
        if (act == null || request.getDispatcherType() == DispatcherType.ASYNC) {
            return true;
        }
        Map<String, String> variables = variables(request);
        String project = variables.get("project");
        Acting acting = new Acting(act.kind(), filled(act.says(), variables), by(request),
                project != null && project.matches("\\d{1,18}") ? Long.valueOf(project) : null, acts::write);
        request.setAttribute(ACTING, acting);
        acting.begin();
        return true;
    }

    @Override
    public void afterConcurrentHandlingStarted(HttpServletRequest request, HttpServletResponse response, Object handler) {
        Acting.leave();
    }

    @Override
    public void afterCompletion(HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failure) {
        Acting.leave();
        int status = response.getStatus();
        if (failure == null && status < 400) {
            if (request.getAttribute(ACTING) instanceof Acting acting && !acting.written() && !partOfMore(request)) {
                acts.tell(acting);
            }
        } else if (status == 401 || status == 403 || status == 429) {
            Acting.By by = by(request);
            refusals.count(by.account(), by.name(), by.address(), status);
        }
    }

    /** A page that is read piece by piece asks for many pieces; the first is the opening. */
    private static boolean partOfMore(HttpServletRequest request) {
        String range = request.getHeader("Range");
        return range != null && !range.startsWith("bytes=0-");
    }

    private Acting.By by(HttpServletRequest request) {
        Actor actor = Sessions.signedIn().flatMap(accounts::actor).orElse(null);
        return new Acting.By(actor == null ? null : actor.account(), actor == null ? "Nobody signed in" : actor.name(),
                request.getRemoteAddr());
    }

    @SuppressWarnings("unchecked")
    private static Map<String, String> variables(HttpServletRequest request) {
        return request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> all
                ? (Map<String, String>) all : Map.of();
    }

    private static String filled(String says, Map<String, String> variables) {
        String filled = says;
        for (Map.Entry<String, String> variable : variables.entrySet()) {
            filled = filled.replace("{" + variable.getKey() + "}", variable.getValue());
        }
        return filled;
    }
}
