package app.pervius.server.messages;

import app.pervius.server.store.CrashPoint;
import jakarta.mail.MessagingException;
import jakarta.mail.Transport;
import jakarta.mail.internet.MimeMessage;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** One connection to the mail server, over which letters go one after the other: each is told of before the next one goes. */
final class MailLine {

    private MailLine() {
    }

    /**
     * Hands letters over.
     *
     * @param delivered told of each as soon as the other side has it
     * @return why others could not be; where the server cannot be reached that holds of all that are left
     */
    static Map<MimeMessage, Exception> send(JavaMailSenderImpl sender, Collection<MimeMessage> letters, Consumer<MimeMessage> delivered) {
        Map<MimeMessage, Exception> failed = new LinkedHashMap<>();
        Deque<MimeMessage> left = new ArrayDeque<>(letters);
        @Nullable Transport line = null;
        try {
            while (!left.isEmpty()) {
                try {
                    if (line == null || !line.isConnected()) {
                        close(line);
                        line = opened(sender);
                    }
                } catch (MessagingException e) {
                    left.forEach(letter -> failed.put(letter, e));
                    return failed;
                }
                MimeMessage letter = left.removeFirst();
                try {
                    letter.saveChanges();
                    line.sendMessage(letter, letter.getAllRecipients());
                    CrashPoint.MAIL_HANDED_OVER.reached();
                    delivered.accept(letter);
                } catch (MessagingException e) {
                    failed.put(letter, e);
                }
            }
            return failed;
        } finally {
            close(line);
        }
    }

    private static Transport opened(JavaMailSenderImpl sender) throws MessagingException {
        Transport line = sender.getSession().getTransport(sender.getProtocol() == null ? JavaMailSenderImpl.DEFAULT_PROTOCOL
                : sender.getProtocol());
        line.connect(sender.getHost(), sender.getPort(), sender.getUsername(), sender.getPassword());
        return line;
    }

    private static void close(@Nullable Transport line) {
        if (line != null) {
            try {
                line.close();
            } catch (MessagingException e) {
                // What was to be said over it has been said.
                return;
            }
        }
    }
}
