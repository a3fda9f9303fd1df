package app.pervius.server.accounts;

import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.ActBook;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Tells the journal and the server's log who got in or did not, and what became of accounts; never a password, a code or a link. */
@Component
class SignInLog {

    private static final Logger LOG = LoggerFactory.getLogger(SignInLog.class);

    private static final String NOBODY = "Nobody signed in";

    private final ActBook acts;
    private final AccountBook accounts;

    SignInLog(ActBook acts, AccountBook accounts) {
        this.acts = acts;
        this.accounts = accounts;
    }

    void failed(String who, String how, String address) {
        LOG.info("sign-in failed by {} from {}", how, address);
        acts.tell(ActKind.SIGN_IN, null, NOBODY, null, "failed to sign in by " + how + ", as “" + plain(who) + "”", address);
    }

    void succeeded(long account, String how, String address) {
        LOG.info("signed in: account {} by {} from {}", account, how, address);
        acts.tell(ActKind.SIGN_IN, account, accounts.account(account).name(), null, "proved by " + how + " who it is", address);
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
