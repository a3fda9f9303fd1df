package app.pervius.server.accounts;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Tells the server's log who got in or did not, and what became of accounts; never a password, a code or a link. */
@Component
class SignInLog {

    private static final Logger LOG = LoggerFactory.getLogger(SignInLog.class);

    void failed(String who, String how, String address) {
        LOG.info("sign-in failed: {} by {} from {}", plain(who), how, address);
    }

    void succeeded(long account, String how, String address) {
        LOG.info("signed in: account {} by {} from {}", account, how, address);
    }

    @EventListener
    void proofsOver(AccountBook.ProofsOver over) {
        LOG.info("account {}: {}; its other sessions and links are over", over.account(), over.why());
    }

    /** What somebody typed makes no line of its own in the log. */
    private static String plain(String typed) {
        return typed.replaceAll("\\p{Cntrl}", " ");
    }
}
