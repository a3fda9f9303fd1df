package app.pervius.server.messages;

import app.pervius.server.outbound.Channel;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.outbound.Patience;
import app.pervius.server.store.CrashPoint;
import app.pervius.server.store.Outside;
import app.pervius.server.store.Secrets;
import jakarta.mail.Message.RecipientType;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.mail.MailException;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.stereotype.Component;

/** Mail: several messages over one connection, again and again until each is sent. */
@Component
class Postman implements Channel {

    static final String KEY = "mail";
    private static final int BATCH = 50;
    private static final Patience PATIENCE = new Patience(Duration.ofSeconds(10), Duration.ofMinutes(5), 0);

    private final MessageRepository messages;
    private final ObjectProvider<JavaMailSender> mail;
    private final InstantSource clock;
    private final Secrets secrets;
    private final String from;

    Postman(MessageRepository messages, ObjectProvider<JavaMailSender> mail, InstantSource clock, Secrets secrets,
            @Value("${pervius.mail.from}") String from) {
        this.messages = messages;
        this.mail = mail;
        this.clock = clock;
        this.secrets = secrets;
        this.from = from;
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public int together() {
        return BATCH;
    }

    @Override
    public int sideBySide() {
        return 1;
    }

    @Override
    public Patience patience() {
        return PATIENCE;
    }

    @Override
    public boolean open() {
        return mail.getIfAvailable() != null;
    }

    @Override
    public Map<Long, Outcome> send(List<Parcel> parcels) {
        JavaMailSender sender = mail.getObject();
        Map<Long, Message> found = messages.findAllById(parcels.stream().map(Parcel::subject).toList()).stream()
                .collect(Collectors.toMap(Message::id, Function.identity()));
        Map<Long, Outcome> outcomes = new HashMap<>();
        Map<MimeMessage, Parcel> letters = new LinkedHashMap<>();
        for (Parcel parcel : parcels) {
            try {
                letters.put(letter(sender, parcel.key(), Objects.requireNonNull(found.get(parcel.subject()))), parcel);
            } catch (MessagingException | UnsupportedEncodingException e) {
                outcomes.put(parcel.id(), new Outcome.Failed(reason(e)));
            }
        }
        CrashPoint.MAIL_BEFORE.reached();
        Map<Object, Exception> failed = send(sender, letters);
        CrashPoint.MAIL_HANDED_OVER.reached();
        letters.forEach((letter, parcel) -> outcomes.put(parcel.id(), failed.containsKey(letter)
                ? new Outcome.Failed(reason(Objects.requireNonNull(failed.get(letter))))
                : new Outcome.Over(() -> messages.sent(parcel.subject(), clock.instant()))));
        return outcomes;
    }

    private static Map<Object, Exception> send(JavaMailSender sender, Map<MimeMessage, Parcel> letters) {
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

    /** What the mail server itself said lies innermost. */
    private static String reason(Exception failure) {
        Exception innermost = failure;
        while (innermost instanceof MessagingException outer && outer.getNextException() != null) {
            innermost = outer.getNextException();
        }
        return String.valueOf(innermost.getMessage()).strip();
    }

    private MimeMessage letter(JavaMailSender sender, String key, Message message) throws MessagingException, UnsupportedEncodingException {
        MimeMessage letter = new StableId(sender.createMimeMessage().getSession(), "<" + key + "@pervius>");
        letter.setFrom(new InternetAddress(from, "Pervius", StandardCharsets.UTF_8.name()));
        letter.setRecipient(RecipientType.TO, new InternetAddress(message.recipient));
        letter.setSubject(message.subject, StandardCharsets.UTF_8.name());
        letter.setText(message.secret ? secrets.decrypt(message.text) : message.text, StandardCharsets.UTF_8.name());
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
