package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.pervius.server.store.Durable;
import app.pervius.server.store.Secrets;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.lang.reflect.Field;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** The outbox when the mail server does not do what it should. */
class PostmanTest {

    private static final Instant NOW = Instant.parse("2026-05-14T08:00:00Z");

    private final MessageRepository messages = mock();
    private final JavaMailSender sender = mock();
    private final ObjectProvider<JavaMailSender> mail = mock();
    private final Durable flush = mock();
    private final Message message = new Message();
    private Postman postman;

    @BeforeEach
    void aMessageWaits() throws ReflectiveOperationException {
        Field id = message.getClass().getSuperclass().getDeclaredField("id");
        id.setAccessible(true);
        id.set(message, 42L);
        message.recipient = "tomasz@kwb.example";
        message.subject = "[KWR] one file arrived";
        message.text = "Dear Tomasz Łęgowicz";
        message.madeAt = NOW;
        message.occasion = app.pervius.core.tell.Occasion.ARRIVED;
        when(messages.due(any(), any(), any(), any())).thenReturn(List.of(message));
        when(messages.findById(42L)).thenReturn(Optional.of(message));
        when(mail.getIfAvailable()).thenReturn(sender);
        when(sender.createMimeMessage()).thenAnswer(call -> new MimeMessage(Session.getInstance(new Properties())));
        postman = new Postman(messages, mail, new TransactionTemplate(mock(PlatformTransactionManager.class)), flush, () -> NOW,
                mock(Secrets.class), "pervius@kwb.example");
    }

    @Test
    void aMailServerThatRefusesCostsNothingButTime() {
        doThrow(new MailSendException("connection refused")).when(sender).send(any(MimeMessage[].class));
        postman.sendBatch();
        assertThat(message.state).isEqualTo(Messages.State.WAITING);
        assertThat(message.lastError).contains("connection refused");
        assertThat(message.nextAttempt).isEqualTo(NOW.plusSeconds(10));
    }

    @Test
    void theWaitGrowsButNeverBeyondFiveMinutes() {
        doThrow(new MailSendException("still down")).when(sender).send(any(MimeMessage[].class));
        for (int i = 0; i < 20; i++) {
            postman.sendBatch();
        }
        assertThat(message.nextAttempt).isEqualTo(NOW.plus(Duration.ofMinutes(5)));
    }

    @Test
    void itIsSentOnceTheServerIsBack() {
        doThrow(new MailSendException("down")).doNothing().when(sender).send(any(MimeMessage[].class));
        postman.sendBatch();
        postman.sendBatch();
        assertThat(message.state).isEqualTo(Messages.State.SENT);
        assertThat(message.sentAt).isEqualTo(NOW);
        assertThat(message.lastError).isNull();
    }

    @Test
    void handedOverAgainAfterACrashItCarriesTheSameId() throws Exception {
        postman.sendBatch();
        postman.sendBatch();
        ArgumentCaptor<MimeMessage[]> sent = ArgumentCaptor.forClass(MimeMessage[].class);
        org.mockito.Mockito.verify(sender, org.mockito.Mockito.times(2)).send(sent.capture());
        for (MimeMessage[] letters : sent.getAllValues()) {
            letters[0].saveChanges();
            assertThat(letters[0].getMessageID()).isEqualTo("<42@pervius>");
        }
    }

    @Test
    void whatItTellsIsOnTheDiskBeforeAnybodyIsTold() {
        postman.sendBatch();
        var order = inOrder(flush, sender);
        order.verify(flush).await();
        order.verify(sender).send(any(MimeMessage[].class));
    }

    @Test
    void withoutAMailServerMessagesWait() {
        when(mail.getIfAvailable()).thenReturn(null);
        assertThat(postman.sendBatch()).isFalse();
        assertThat(message.state).isEqualTo(Messages.State.WAITING);
        assertThat(message.attempts).isZero();
    }
}
