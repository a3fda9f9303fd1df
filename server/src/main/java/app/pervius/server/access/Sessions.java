package app.pervius.server.access;

import app.pervius.server.refused.Refused;
import app.pervius.server.store.Secrets;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Begins sessions, for signing in and for whoever else has proved who somebody is; lists and ends them. */
@Component
public class Sessions {

    /** The response header that carries what calls that change something have to bring along. */
    public static final String PAGE_TOKEN = "X-CSRF-TOKEN";
    private static final String DEVICE = "device";
    private static final String ADDRESS = "address";

    /** A session of an account begins, for a call from an address; it does not where this cannot be told. */
    public record Begins(long account, String address) {
    }

    /** A session has ended before its time, by its id. */
    public record Ended(String session) {
    }

    /**
     * A session of an account.
     *
     * @param handle names it among the sessions of its account; not what a browser shows
     * @param device what the browser said it is, and the address it called from
     */
    public record SessionView(String handle, String device, String address, Instant since, Instant lastUse, boolean here) {
    }

    private final Accounts accounts;
    private final SessionConfiguration.Store store;
    private final Secrets secrets;
    private final ApplicationEventPublisher events;
    private final HttpSessionSecurityContextRepository repository = new HttpSessionSecurityContextRepository();

    Sessions(Accounts accounts, SessionConfiguration.Store store, Secrets secrets, ApplicationEventPublisher events) {
        this.accounts = accounts;
        this.store = store;
        this.secrets = secrets;
        this.events = events;
    }

    /**
     * Begins a session for an account, under a token that was not known before; one that was there ends.
     *
     * @param secondStep whether a second step has been proved too
     */
    public Actor begin(long account, boolean secondStep, HttpServletRequest request, HttpServletResponse response) {
        Actor actor = accounts.actor(account).orElseThrow(() -> Refused.unauthorized(
                "Nobody signs in with this account any more: it was closed, or belongs to no project now. Ask your document controller."));
        end(request);
        events.publishEvent(new Begins(account, request.getRemoteAddr()));
        HttpSession session = request.getSession(true);
        session.setAttribute(DEVICE, shortened(request.getHeader("User-Agent")));
        session.setAttribute(ADDRESS, request.getRemoteAddr());
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(new SignedIn(account, secondStep));
        SecurityContextHolder.setContext(context);
        repository.saveContext(context, request, response);
        tellToken(request, response);
        return actor;
    }

    /** Ends the session of a call, if it has one. */
    public void end(HttpServletRequest request) {
        SecurityContextHolder.clearContext();
        HttpSession session = request.getSession(false);
        if (session != null) {
            String id = session.getId();
            session.invalidate();
            events.publishEvent(new Ended(id));
        }
    }

    /** Tells the page what its calls have to bring along. */
    public void tellToken(HttpServletRequest request, HttpServletResponse response) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            response.setHeader(PAGE_TOKEN, token(session.getId()));
        }
    }

    /** What calls of a session bring along; only the pages of that session know it. */
    String token(String session) {
        return secrets.sign("page " + session);
    }

    /** The account that makes this thread's call, if one does. */
    public static Optional<Long> signedIn() {
        return SecurityContextHolder.getContext().getAuthentication() instanceof SignedIn in ? Optional.of(in.getPrincipal())
                : Optional.empty();
    }

    /** Whether somebody is signed in who makes this thread's call. */
    public boolean anybody() {
        return SecurityContextHolder.getContext().getAuthentication() instanceof SignedIn in && accounts.actor(in.getPrincipal())
                .isPresent();
    }

    /** Whether the session of this thread's call has proved a second step. */
    public boolean secondStepProved() {
        return SecurityContextHolder.getContext().getAuthentication() instanceof SignedIn in && in.secondStep();
    }

    /** The session of a call has proved a second step from now on. */
    public void provedSecondStep(HttpServletRequest request, HttpServletResponse response) {
        if (SecurityContextHolder.getContext().getAuthentication() instanceof SignedIn in && !in.secondStep()) {
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(new SignedIn(in.getPrincipal(), true));
            SecurityContextHolder.setContext(context);
            repository.saveContext(context, request, response);
        }
    }

    /** When the session of a call ends if nobody uses it, and when it ends in any case. */
    public record Times(Duration idle, Instant end) {
    }

    public Times times(HttpServletRequest request) {
        HttpSession session = Objects.requireNonNull(request.getSession(false));
        return new Times(store.idle, Instant.ofEpochMilli(session.getCreationTime()).plus(store.longest));
    }

    /** Whether a session is still there, without using it. */
    public boolean alive(String id) {
        Session found = store.sessions.findById(id);
        return found != null && !found.isExpired() && !store.over(found.getCreationTime());
    }

    /** The sessions of an account, the one used last first; {@code here} is the id of the one that asks. */
    public List<SessionView> of(long account, @Nullable String here) {
        return living(account).values().stream().map(s -> new SessionView(handle(s.getId()),
                Objects.requireNonNullElse(s.getAttribute(DEVICE), ""),
                        Objects.requireNonNullElse(s.getAttribute(ADDRESS), ""), s.getCreationTime(), s.getLastAccessedTime(), s.getId()
                        .equals(here)))
                .sorted(Comparator.comparing(SessionView::lastUse).reversed()).toList();
    }

    /** Ends a session of an account by its handle. */
    public void end(long account, String handle) {
        if (!endThose(account, s -> handle(s.getId()).equals(handle))) {
            throw Refused.notFound("session");
        }
    }

    /** Ends all sessions of an account but one, or all if that is absent. */
    public void endAll(long account, @Nullable String but) {
        endThose(account, s -> !s.getId().equals(but));
    }

    private boolean endThose(long account, Predicate<Session> which) {
        List<String> those = living(account).values().stream().filter(which).map(Session::getId).toList();
        those.forEach(id -> {
            store.sessions.deleteById(id);
            events.publishEvent(new Ended(id));
        });
        return !those.isEmpty();
    }

    private Map<String, ? extends Session> living(long account) {
        Map<String, ? extends Session> all = store.sessions.findByPrincipalName(Long.toString(account));
        all.values().removeIf(s -> s.isExpired() || store.over(s.getCreationTime()));
        return all;
    }

    private static String handle(String id) {
        return id.substring(0, 16);
    }

    private static String shortened(@Nullable String text) {
        String given = text == null ? "" : text;
        return given.length() > 300 ? given.substring(0, 300) : given;
    }
}
