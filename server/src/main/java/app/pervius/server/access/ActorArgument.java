package app.pervius.server.access;

import app.pervius.server.refused.Refused;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Hands the calling person to every method that takes an {@link Actor}; with what the person may do at the time of the call. */
@Component
class ActorArgument implements HandlerMethodArgumentResolver, WebMvcConfigurer {

    private final Accounts accounts;
    private final SecondStep secondStep;

    ActorArgument(Accounts accounts, SecondStep secondStep) {
        this.accounts = accounts;
        this.secondStep = secondStep;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == Actor.class;
    }

    @Override
    public Object resolveArgument(MethodParameter parameter, @Nullable ModelAndViewContainer container, NativeWebRequest request,
            @Nullable WebDataBinderFactory binders) {
        if (SecurityContextHolder.getContext().getAuthentication() instanceof SignedIn signedIn) {
            Actor actor = accounts.actor(signedIn.getPrincipal()).orElseThrow(() ->
                    Refused.unauthorized("Nobody signs in with this account any more."));
            if (!signedIn.secondStep() && !parameter.hasParameterAnnotation(FirstStepIsEnough.class) && secondStep.required(actor)) {
                throw Refused.secondStepNeeded();
            }
            return actor;
        }
        throw Refused.unauthorized("Sign in first.");
    }
}
