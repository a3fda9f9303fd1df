package app.pervius.server.messages;

import app.pervius.server.projects.Lack;
import app.pervius.server.projects.Lacking;
import java.util.List;
import org.springframework.stereotype.Component;

/** Whether there is a mail server. */
@Component
class MailLacking implements Lacking {

    private final AccountMail mail;

    MailLacking(AccountMail mail) {
        this.mail = mail;
    }

    @Override
    public List<Lack> of(long project) {
        return mail.mailed() ? List.of() : List.of(new Lack(Lack.What.MAIL, "There is no mail server: messages wait, and invitations are "
                + "links to hand over. Whoever runs Pervius starts it with one (--mail).", "/mail-room"));
    }
}
