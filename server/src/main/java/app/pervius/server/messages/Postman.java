package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.outbound.Channel;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.outbound.Patience;
import app.pervius.server.store.CrashPoint;
import app.pervius.server.store.Outside;
import app.pervius.server.store.Portions;
import app.pervius.server.store.Secrets;
import jakarta.mail.Address;
import jakarta.mail.Message.RecipientType;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.stereotype.Component;

/** Mail: several messages over one connection, again and again until each is sent. */
@Component
class Postman implements Channel {

    static final String KEY = "mail";
    private static final int BATCH = 50;
    /** About three days. */
    private static final int TRIES = 300;
    private static final Patience PATIENCE = new Patience(Duration.ofSeconds(10), Duration.ofMinutes(15), TRIES);
    /** What a mail server says of a recipient it will never take (RFC 5321, 4.2.3). */
    private static final Set<Integer> NO_SUCH_ADDRESS = Set.of(501, 550, 551, 553, 556);

    /** A message about a submission is named after it. */
    private static final Pattern OF_SUBMISSION = Pattern.compile("(\\d+)/");

    private final MessageRepository messages;
    private final MailServer mail;
    private final InstantSource clock;
    private final Secrets secrets;
    private final Paces paces;
    private final Live live;
    private final NoticeRepository notices;
    private final ApplicationEventPublisher events;
    private final String from;

    Postman(MessageRepository messages, MailServer mail, InstantSource clock, Secrets secrets, Paces paces, Live live,
            NoticeRepository notices, ApplicationEventPublisher events, @Value("${pervius.mail.from}") String from) {
        this.messages = messages;
        this.mail = mail;
        this.clock = clock;
        this.secrets = secrets;
        this.paces = paces;
        this.live = live;
        this.notices = notices;
        this.events = events;
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
        return mail.isNamed();
    }

    @Override
    public Set<Long> heldProjects() {
        return paces.held();
    }

    /** The controllers see it on their Desk, with what was said last, and may have it tried anew. */
    @Override
    public void givenUp(Parcel parcel, int tries, String lastWords) {
        messages.givenUp(parcel.subject(), clock.instant(), lastWords);
        messages.findById(parcel.subject()).filter(m -> m.projectId != null).ifPresent(m -> {
            live.changed(new Change(Objects.requireNonNull(m.projectId), null, Live.Topic.MAIL, m.id()));
            // Of a message about that nobody is told: it would go on for ever.
            List<Long> passages = notices.findByMessageId(m.id()).stream().filter(n -> n.occasion != Occasion.MESSAGE_FAILED)
                    .map(n -> n.passageId).filter(Objects::nonNull).distinct().toList();
            if (!passages.isEmpty()) {
                events.publishEvent(new GivenUp(m.id(), passages, m.recipient, lastWords));
            }
        });
    }

    @Override
    public Map<Long, Outcome> send(List<Parcel> parcels) {
        JavaMailSender sender = mail.sender().orElseThrow();
        Map<Long, Message> found = Portions.of(parcels.stream().map(Parcel::subject).toList(), messages::findAllById).stream()
                .collect(Collectors.toMap(Message::id, Function.identity()));
        Map<Long, Outcome> outcomes = new HashMap<>();
        Map<MimeMessage, Parcel> letters = new LinkedHashMap<>();
        for (Parcel parcel : parcels) {
            try {
                letters.put(letter(sender, parcel.key(), Objects.requireNonNull(found.get(parcel.subject()))), parcel);
            } catch (AddressException e) {
                outcomes.put(parcel.id(), new Outcome.Refused("No mail can be sent to this address: " + reason(e)));
            } catch (MessagingException | UnsupportedEncodingException e) {
                outcomes.put(parcel.id(), new Outcome.Failed(reason(e)));
            }
        }
        CrashPoint.MAIL_BEFORE.reached();
        Outside.world("sends mail");
        Map<MimeMessage, String> keys = new LinkedHashMap<>();
        letters.forEach((letter, parcel) -> keys.put(letter, parcel.key()));
        Map<MimeMessage, Exception> failed = mail.handOver(keys);
        letters.forEach((letter, parcel) -> outcomes.put(parcel.id(), failed.containsKey(letter)
                ? failure(Objects.requireNonNull(failed.get(letter)))
                : over(parcel)));
        return outcomes;
    }

    @Override
    public Outcome over(Parcel parcel) {
        return new Outcome.Over(() -> messages.sent(parcel.subject(), clock.instant()));
    }

    @Override
    public Set<String> handedOver() {
        return mail.handedOver();
    }

    private static Outcome failure(Exception failure) {
        for (Exception e = failure; e instanceof MessagingException outer; e = outer.getNextException()) {
            if (e instanceof SMTPAddressFailedException refused && NO_SUCH_ADDRESS.contains(refused.getReturnCode())) {
                return new Outcome.Refused(reason(e));
            }
        }
        return new Outcome.Failed(reason(failure));
    }

    /** What the mail server itself said lies innermost. */
    static String reason(Exception failure) {
        Exception innermost = failure;
        while (innermost instanceof MessagingException outer && outer.getNextException() != null) {
            innermost = outer.getNextException();
        }
        return String.valueOf(innermost.getMessage()).strip();
    }

    /** What no other installation's mails are named after: mailboxes take two of one name for the same. */
    private String home() {
        return secrets.sign("Message-ID").substring(0, 16) + ".pervius";
    }

    private MimeMessage letter(JavaMailSender sender, String key, Message message) throws MessagingException, UnsupportedEncodingException {
        Letter letter = new Letter(sender.createMimeMessage().getSession(), "<" + key + "@" + home() + ">");
        letter.setFrom(new InternetAddress(from, "Pervius", StandardCharsets.UTF_8.name()));
        InternetAddress recipient = new InternetAddress(message.recipient);
        recipient.validate();
        letter.onlyTo(recipient);
        letter.setRecipients(RecipientType.TO, addresses(message.openlyTo == null ? message.recipient : message.openlyTo));
        letter.setRecipients(RecipientType.CC, addresses(message.inCopy == null ? "" : message.inCopy));
        letter.setSubject(message.subject, StandardCharsets.UTF_8.name());
        letter.setContent(body(message.secret ? secrets.decrypt(message.text) : message.text));
        letter.setSentDate(java.util.Date.from(message.madeAt));
        // RFC 3834: nobody's out-of-office answers it.
        letter.setHeader("Auto-Submitted", "auto-generated");
        if (message.important) {
            // RFC 2156 and RFC 4356; the third is what many programs look at.
            letter.setHeader("Importance", "high");
            letter.setHeader("Priority", "urgent");
            letter.setHeader("X-Priority", "1");
        }
        if (message.projectId != null) {
            letter.setHeader("List-Id", "<project-" + message.projectId + ".pervius>");
            String replyTo = paces.ofProject(message.projectId).replyTo();
            if (!replyTo.isEmpty()) {
                letter.setReplyTo(addresses(replyTo));
            }
        }
        // What is told of one submission reads as one thread.
        Matcher submission = OF_SUBMISSION.matcher(message.messageKey);
        if (submission.lookingAt()) {
            letter.setHeader("References", "<submission-" + submission.group(1) + "@" + home() + ">");
        }
        return letter;
    }

    /** Addresses that stand one a line. */
    private static Address[] addresses(String lines) throws AddressException {
        List<Address> all = new ArrayList<>();
        for (String line : lines.lines().toList()) {
            all.add(new InternetAddress(line));
        }
        return all.toArray(Address[]::new);
    }

    /** The text, and the same as HTML for whoever reads that. */
    private static MimeMultipart body(String text) throws MessagingException {
        MimeBodyPart plain = new MimeBodyPart();
        plain.setText(text, StandardCharsets.UTF_8.name());
        MimeBodyPart html = new MimeBodyPart();
        html.setText(HtmlPart.of(text), StandardCharsets.UTF_8.name(), "html");
        return new MimeMultipart("alternative", plain, html);
    }

    /** A letter whose id is the same however often it is handed over, and which goes to one recipient whomever its heading names. */
    private static final class Letter extends MimeMessage {
        private final String id;
        private Address[] recipients = {};

        Letter(jakarta.mail.Session session, String id) {
            super(session);
            this.id = id;
        }

        void onlyTo(Address recipient) {
            recipients = new Address[] {recipient};
        }

        /** Whom it is handed over for; whoever else is named in it gets his own. */
        @Override
        public Address[] getAllRecipients() {
            return recipients.clone();
        }

        @Override
        protected void updateMessageID() throws MessagingException {
            setHeader("Message-ID", id);
        }
    }
}
