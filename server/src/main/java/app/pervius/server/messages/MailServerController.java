package app.pervius.server.messages;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.outbound.Outbound;
import app.pervius.server.refused.Refused;
import jakarta.mail.MessagingException;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** How the mail server is, for administrators. */
@RestController
class MailServerController {

    /**
     * The mail server.
     *
     * @param address host and port; absent where none was named when Pervius was started
     * @param encryption how the line to it is encrypted
     * @param from the sender of all messages
     * @param waiting how many messages are on their way to it
     * @param failing how many of them it was asked to take in vain
     * @param lastWords what it said of the one that was tried most often
     * @param lastSentAt when it took one last, UTC
     */
    record MailServerView(@Nullable String address, MailEncryption encryption, String from, int waiting, int failing,
            @Nullable String lastWords, @Nullable Instant lastSentAt) {
    }

    /** What came of trying it, in a sentence. */
    record MailServerTested(boolean works, String said) {
    }

    private final MailServer mail;
    private final Outbound outbound;
    private final MessageRepository messages;
    private final String from;
    private final MailEncryption encryption;

    MailServerController(MailServer mail, Outbound outbound, MessageRepository messages,
            @Value("${pervius.mail.from}") String from, @Value("${pervius.mail.encryption}") MailEncryption encryption) {
        this.encryption = encryption;
        this.mail = mail;
        this.outbound = outbound;
        this.messages = messages;
        this.from = from;
    }

    @GetMapping("/api/mail-server")
    MailServerView mailServer(Actor actor) {
        actor.mustAdminister();
        Outbound.Standing mails = outbound.standing(Postman.KEY);
        return new MailServerView(mail.sender().map(MailServerController::address).orElse(null), encryption, from, mails.waiting(),
                mails.failing(), mails.lastWords(), messages.lastSentAt().orElse(null));
    }

    /** Goes as far as a message would without sending one: connects, encrypts, signs in. */
    @Act(kind = ActKind.CONNECTIONS, says = "tested the mail server")
    @PostMapping("/api/mail-server/test")
    MailServerTested test(Actor actor) {
        actor.mustAdminister();
        JavaMailSenderImpl sender = mail.sender().orElseThrow(() -> Refused.conflict("no-mail-server",
                "No mail server is connected. Say --mail when Pervius is started."));
        try {
            sender.testConnection();
            return new MailServerTested(true, address(sender) + " answers and would take messages.");
        } catch (MessagingException e) {
            return new MailServerTested(false, address(sender) + " cannot be used: " + Postman.reason(e));
        }
    }

    private static String address(JavaMailSenderImpl sender) {
        return sender.getHost() + ":" + sender.getPort();
    }
}
