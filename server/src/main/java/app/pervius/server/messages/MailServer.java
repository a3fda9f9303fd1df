package app.pervius.server.messages;

import jakarta.mail.internet.MimeMessage;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.stereotype.Component;

/** The mail server that was named when Pervius was started, if one was. */
@Component
class MailServer {

    private final ObjectProvider<JavaMailSender> senders;
    private final HandedOver handed;

    MailServer(ObjectProvider<JavaMailSender> senders, HandedOver handed) {
        this.senders = senders;
        this.handed = handed;
    }

    Optional<JavaMailSenderImpl> sender() {
        return Optional.ofNullable(senders.getIfAvailable()).filter(JavaMailSenderImpl.class::isInstance)
                .map(JavaMailSenderImpl.class::cast).filter(named -> named.getHost() != null && !named.getHost().isEmpty());
    }

    boolean isNamed() {
        return sender().isPresent();
    }

    /**
     * Hands letters over, and notes each before the next one goes; what was handed over before is on the disk.
     *
     * @param letters with what each is known by
     * @return why some could not be handed over
     */
    Map<MimeMessage, Exception> handOver(Map<MimeMessage, String> letters) {
        handed.begin();
        return MailLine.send(sender().orElseThrow(), letters.keySet(), letter -> handed.note(Objects.requireNonNull(letters.get(letter))));
    }

    /** By what those are known that were handed over last. */
    Set<String> handedOver() {
        return handed.keys();
    }
}
