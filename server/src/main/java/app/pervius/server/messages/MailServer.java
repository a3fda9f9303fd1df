package app.pervius.server.messages;

import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.stereotype.Component;

/** The mail server that was named when Pervius was started, if one was. */
@Component
class MailServer {

    private final ObjectProvider<JavaMailSender> senders;

    MailServer(ObjectProvider<JavaMailSender> senders) {
        this.senders = senders;
    }

    Optional<JavaMailSender> sender() {
        return Optional.ofNullable(senders.getIfAvailable()).filter(its -> !(its instanceof JavaMailSenderImpl named)
                || named.getHost() != null && !named.getHost().isEmpty());
    }

    boolean isNamed() {
        return sender().isPresent();
    }
}
