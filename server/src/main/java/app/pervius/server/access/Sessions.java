package app.pervius.server.access;

import app.pervius.server.http.Problem;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;

/** Begins sessions, for signing in and for whoever else has proved who somebody is. */
@Component
public class Sessions {

    private final Accounts accounts;
    private final HttpSessionSecurityContextRepository repository = new HttpSessionSecurityContextRepository();

    Sessions(Accounts accounts) {
        this.accounts = accounts;
    }

    /** Begins a session for a person, under a session id that was not known before. */
    public Actor begin(long person, HttpServletRequest request, HttpServletResponse response) {
        Actor actor = accounts.actor(person).orElseThrow(() -> Problem.unauthorized("This account is no longer active."));
        if (request.getSession(false) != null) {
            request.changeSessionId();
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(new SignedIn(person));
        SecurityContextHolder.setContext(context);
        repository.saveContext(context, request, response);
        return actor;
    }
}
