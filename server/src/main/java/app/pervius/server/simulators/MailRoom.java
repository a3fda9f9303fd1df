package app.pervius.server.simulators;

import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.store.DurableAnswers;
import com.icegreen.greenmail.user.GreenMailUser;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.annotation.PreDestroy;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Profile;
import org.springframework.data.domain.Limit;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * A mail server for the demo: takes every mail over real SMTP on loopback, keeps it in the database before it answers, and
 * shows all of them. It delivers nothing anywhere.
 */
@RestController
@Profile("demo")
class MailRoom {

    /** A mail as the page shows it. */
    record MailView(long id, Instant receivedAt, String sender, String recipient, String inCopy, boolean important, String subject,
            String text) {
    }

    private final MailRepository mails;
    private final TransactionTemplate transaction;
    private final Live live;
    private final InstantSource clock;
    private final GreenMail server;

    MailRoom(MailRepository mails, TransactionTemplate transaction, Live live, InstantSource clock) {
        this.mails = mails;
        this.transaction = transaction;
        this.live = live;
        this.clock = clock;
        this.server = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        server.start();
        server.getManagers().getUserManager().setMessageDeliveryHandler((message, address) -> {
            GreenMailUser user = server.getUserManager().getUserByEmail(address.getEmail());
            keep(message.getMessage(), address.getEmail());
            return user != null ? user : server.getUserManager().createUser(address.getEmail(), address.getEmail(), "unused");
        });
    }

    /** The port it listens on. */
    int port() {
        return server.getSmtp().getPort();
    }

    @PreDestroy
    void stop() {
        server.stop();
    }

    /** All mails, newest first; the demo shows them to everybody. */
    @GetMapping("/api/mail-room")
    Page<MailView> mails(@RequestParam(required = false) @Nullable String after, Actor actor) {
        return Page.of(mails.newest(Page.after(after, Long.MAX_VALUE), Limit.of(Page.SIZE + 1)), Mail::id,
                m -> new MailView(m.id(), m.receivedAt, m.sender, m.recipient, m.inCopy, m.important, m.subject, m.text));
    }

    /** The plain text of a mail, which is its first part where it has several. */
    private static String text(Object content) throws MessagingException, IOException {
        return content instanceof Multipart parts ? text(parts.getBodyPart(0).getContent()) : String.valueOf(content);
    }

    private void keep(MimeMessage message, String recipient) {
        DurableAnswers.onThisThread(() -> {
            transaction.executeWithoutResult(status -> {
                try {
                    Mail mail = new Mail();
                    mail.mailId = String.valueOf(message.getMessageID());
                    mail.receivedAt = clock.instant();
                    mail.sender = message.getFrom()[0].toString();
                    mail.recipient = recipient;
                    mail.inCopy = String.join(", ", Objects.requireNonNullElse(message.getHeader("Cc"), new String[0]));
                    mail.important = "high".equals(message.getHeader("Importance", null));
                    mail.subject = message.getSubject();
                    mail.text = text(message.getContent()).replace("\r\n", "\n");
                    mails.save(mail);
                } catch (MessagingException | IOException e) {
                    throw new IllegalStateException("a mail to " + recipient + " could not be kept", e);
                }
            });
            return true;
        });
        live.changed(new Change(0, null, Live.Topic.MAIL, 0));
    }
}
