package app.pervius.server.accounts;

import app.pervius.server.access.Sessions;
import jakarta.servlet.http.HttpSession;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** Ends the sessions of an account whose proofs are over, but the one in which that was done by the account itself. */
@Component
class SessionsOver {

    private final Sessions sessions;

    SessionsOver(Sessions sessions) {
        this.sessions = sessions;
    }

    @TransactionalEventListener(fallbackExecution = true)
    void end(AccountBook.ProofsOver over) {
        HttpSession here = RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes call ? call.getRequest()
                .getSession(false) : null;
        sessions.endAll(over.account(), here == null ? null : here.getId());
    }
}
