package app.pervius.server.access;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Whoever is not in a project is told so before what the call brings along is looked at: right comes before form. */
@Component
class ProjectGate implements HandlerInterceptor, WebMvcConfigurer {

    private final Accounts accounts;

    ProjectGate(Accounts accounts) {
        this.accounts = accounts;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/projects/{project:\\d+}/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> variables
                && variables.get("project") instanceof String project
                && project.matches("\\d{1,18}") && SecurityContextHolder.getContext().getAuthentication() instanceof SignedIn signedIn) {
            accounts.actor(signedIn.getPrincipal()).ifPresent(actor -> actor.in(Long.parseLong(project)));
        }
        return true;
    }
}
