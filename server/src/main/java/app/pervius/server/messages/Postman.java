package app.pervius.server.messages;

import app.pervius.server.store.Outside;
import app.pervius.server.store.CrashPoint;
import app.pervius.server.store.Durable;
import app.pervius.server.store.Secrets;
import jakarta.annotation.PreDestroy;
import jakarta.mail.Message.RecipientType;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.data.domain.Limit;
import org.springframework.mail.MailException;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Works off the outbox: several messages over one connection, again and again until each is sent. A mail server that is
 * down holds up nothing but the mail.
 */
@Component
class Postman {

    private static final Logger LOG = LoggerFactory.getLogger(Postman.class);
    private static final int BATCH = 50;
    private static final Duration LOOK_AGAIN = Duration.ofSeconds(5);
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(5);

    private final MessageRepository messages;
    private final ObjectProvider<JavaMailSender> mail;
    private final TransactionTemplate transaction;
    private final Durable durable;
    private final InstantSource clock;
    private final Secrets secrets;
    private final String from;
    private final Semaphore signal = new Semaphore(0);
    private volatile boolean stopping;

    Postman(MessageRepository messages, ObjectProvider<JavaMailSender> mail, TransactionTemplate transaction, Durable durable,
            InstantSource clock, Secrets secrets, @Value("${pervius.mail.from}") String from) {
        this.messages = messages;
        this.mail = mail;
        this.transaction = transaction;
        this.durable = durable;
        this.clock = clock;
        this.secrets = secrets;
        this.from = from;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(10)
    void start() {
        Thread.ofPlatform().daemon().name("postman").start(this::work);
    }

    @TransactionalEventListener(Messages.OutboxFilled.class)
    void somethingToSend() {
        signal.release();
    }

    @PreDestroy
    void stop() {
        stopping = true;
        signal.release();
    }

    private void work() {
        while (!stopping) {
            try {
                signal.tryAcquire(LOOK_AGAIN.toMillis(), TimeUnit.MILLISECONDS);
                signal.drainPermits();
                while (!stopping && sendBatch()) {
                    LOG.debug("a full batch was sent; looking for more");
                }
            } catch (InterruptedException e) {
                return;
            } catch (RuntimeException e) {
                LOG.warn("sending messages failed; trying again in {}", LOOK_AGAIN, e);
            }
        }
    }

    /** Sends what is due, up to a batch; true if there may be more. */
    boolean sendBatch() {
        JavaMailSender sender = mail.getIfAvailable();
        if (sender == null) {
            return false;
        }
        List<Message> due = messages.due(Messages.State.WAITING, clock.instant(), clock.instant().plus(LONGEST_WAIT), Limit.of(BATCH));
        if (due.isEmpty()) {
            return false;
        }
        // What a message tells must be on the disk before anybody is told.
        durable.await();
        Map<MimeMessage, Message> letters = new LinkedHashMap<>();
        for (Message message : due) {
            try {
                letters.put(letter(sender, message), message);
            } catch (MessagingException | UnsupportedEncodingException e) {
                note(message.id(), e);
            }
        }
        CrashPoint.MAIL_BEFORE.reached();
        Map<Object, Exception> failed = send(sender, letters);
        CrashPoint.MAIL_HANDED_OVER.reached();
        letters.forEach((letter, message) -> note(message.id(), failed.get(letter)));
        return failed.isEmpty() && letters.size() == BATCH;
    }

    private static Map<Object, Exception> send(JavaMailSender sender, Map<MimeMessage, Message> letters) {
        Outside.world("sends mail");
        try {
            sender.send(letters.keySet().toArray(MimeMessage[]::new));
            return Map.of();
        } catch (MailSendException e) {
            Map<Object, Exception> failed = new LinkedHashMap<>(e.getFailedMessages());
            if (failed.isEmpty()) {
                letters.keySet().forEach(letter -> failed.put(letter, e));
            }
            return failed;
        } catch (MailException e) {
            Map<Object, Exception> failed = new LinkedHashMap<>();
            letters.keySet().forEach(letter -> failed.put(letter, e));
            return failed;
        }
    }

    private void note(long id, @org.jspecify.annotations.Nullable Exception failure) {
        transaction.executeWithoutResult(status -> {
            Message message = messages.findById(id).orElseThrow();
            message.attempts++;
            if (failure == null) {
                message.state = Messages.State.SENT;
                message.sentAt = clock.instant();
                message.lastError = null;
                if (message.occasion == null) {
                    message.text = "";
                }
            } else {
                Duration wait = Duration.ofSeconds(5L << Math.min(message.attempts, 8));
                message.nextAttempt = clock.instant().plus(wait.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : wait);
                String error = reason(failure);
                message.lastError = error.substring(0, Math.min(error.length(), 2000));
                LOG.info("message {} to {} could not be sent; trying again at {}: {}", id, message.recipient, message.nextAttempt, error);
            }
        });
    }

    /** What the mail server itself said lies innermost. */
    private static String reason(Exception failure) {
        Exception innermost = failure;
        while (innermost instanceof MessagingException outer && outer.getNextException() != null) {
            innermost = outer.getNextException();
        }
        return String.valueOf(innermost.getMessage()).strip();
    }

    private MimeMessage letter(JavaMailSender sender, Message message) throws MessagingException, UnsupportedEncodingException {
        MimeMessage letter = new StableId(sender.createMimeMessage().getSession(), "<" + message.id() + "@pervius>");
        letter.setFrom(new InternetAddress(from, "Pervius", StandardCharsets.UTF_8.name()));
        letter.setRecipient(RecipientType.TO, new InternetAddress(message.recipient));
        letter.setSubject(message.subject, StandardCharsets.UTF_8.name());
        letter.setText(message.occasion == null ? secrets.decrypt(message.text) : message.text, StandardCharsets.UTF_8.name());
        letter.setSentDate(java.util.Date.from(message.madeAt));
        return letter;
    }

    /** A letter whose id is the same however often it is handed over. */
    private static final class StableId extends MimeMessage {
        private final String id;

        StableId(jakarta.mail.Session session, String id) {
            super(session);
            this.id = id;
        }

        @Override
        protected void updateMessageID() throws MessagingException {
            setHeader("Message-ID", id);
        }
    }
}
