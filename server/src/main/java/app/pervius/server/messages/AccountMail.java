package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.store.Secrets;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Messages about accounts, whose links are secret. */
@Service
public class AccountMail {

    private final Dispatch dispatch;
    private final MailServer mail;
    private final Secrets secrets;
    private final String address;

    AccountMail(Dispatch dispatch, MailServer mail, Secrets secrets, @Value("${pervius.address}") String address) {
        this.dispatch = dispatch;
        this.mail = mail;
        this.secrets = secrets;
        this.address = address;
    }

    /** Whether there is a mail server, so that mail reaches anybody. */
    public boolean mailed() {
        return mail.isNamed();
    }

    /**
     * Sends a message about an account; its text is kept encrypted, and only until it has gone, since its link is secret. What stays is the
     * text without the link's last part.
     *
     * @param project whose controllers see if it cannot be sent; absent where it is about the account alone
     * @param place where in Pervius it leads; what lets somebody in is the part behind the last slash
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void send(@Nullable Long project, String recipient, Occasion occasion, String subject, String text, String place) {
        Message message = dispatch.message(project, null, recipient, occasion, occasion + " " + UUID.randomUUID(), subject,
                secrets.encrypt(text + address + place + "\n"));
        message.secret = true;
        message.shown = text + address + place.substring(0, place.lastIndexOf('/') + 1) + "… (the rest of this link lets somebody in and "
                + "is not shown)\n";
        dispatch.put(message);
    }
}
