package app.pervius.server.accounts;

import app.pervius.server.access.Sessions;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.ActBook;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Tells the journal and the server's log who got in or did not, and what became of accounts; never a password, a code or a link. */
@Component
public class SignInLog {

    private static final Logger LOG = LoggerFactory.getLogger(SignInLog.class);

    private static final String NOBODY = "Nobody signed in";

    private final ActBook acts;
    private final AccountBook accounts;

    SignInLog(ActBook acts, AccountBook accounts) {
        this.acts = acts;
        this.accounts = accounts;
    }

    /**
     * Somebody did not get in.
     *
     * @param who what was typed or said of who it is; empty where nothing was
     * @param how by what somebody tried to prove it, as in “by password”
     */
    public void failed(String who, String how, String address) {
        LOG.info("sign-in failed {} from {}", how, address);
        acts.tell(ActKind.SIGN_IN, null, NOBODY, null, "failed to sign in " + how + (who.isEmpty() ? "" : ", as “" + plain(who) + "”"),
                address);
    }

    void proved(long account, String how, String address) {
        LOG.info("account {} proved {} who it is, from {}", account, how, address);
    }

    @EventListener
    void begins(Sessions.Begins session) {
        LOG.info("signed in: account {} from {}", session.account(), session.address());
        acts.tell(ActKind.SIGN_IN, session.account(), accounts.account(session.account()).name(), null, "signed in", session.address());
    }

    @EventListener
    void proofsOver(AccountBook.ProofsOver over) {
        LOG.info("account {}: {}; its other sessions and links are over", over.account(), over.why());
    }

    /** What somebody typed makes no line of its own; what is no address may have been a password in the wrong field. */
    private static String plain(String typed) {
        return typed.matches("account \\d+|[^@\\s]+@[^@\\s]+") ? typed.replaceAll("\\p{Cntrl}", " ") : "something that is no address";
    }
}
