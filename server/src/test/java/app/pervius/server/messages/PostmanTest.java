package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.spy;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.pervius.core.tell.Pace;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.store.Secrets;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.lang.reflect.Field;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;
import org.mockito.InOrder;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Mail when the mail server does not do what it should. */
class PostmanTest {

    private static final Instant NOW = Instant.parse("2026-05-14T08:00:00Z");
    private static final Parcel PARCEL = new Parcel(7, "42", 42, 0);

    private final MessageRepository messages = mock();
    /** What goes over the line; asking for its letters gives what was sent. */
    private final Transport line = mock();
    private final JavaMailSenderImpl sender = mock();
    private final HandedOver handed = mock();
    private final ObjectProvider<JavaMailSender> mail = mock();
    private final Secrets secrets = mock();
    private final Paces paces = mock();
    private final Message message = new Message();
    private final Postman postman = new Postman(messages, new MailServer(mail, handed), () -> NOW, secrets, paces, mock(), mock(), mock(),
                "pervius@kwb.example");

    @BeforeEach
    void aMessageWaits() throws ReflectiveOperationException, MessagingException {
        Field id = message.getClass().getSuperclass().getDeclaredField("id");
        id.setAccessible(true);
        id.set(message, 42L);
        message.recipient = "tomasz@kwb.example";
        message.subject = "[KWR] one file arrived";
        message.text = "Dear Tomasz Łęgowicz";
        message.madeAt = NOW;
        when(messages.findAllById(any())).thenReturn(List.of(message));
        when(secrets.sign("Message-ID")).thenReturn("0123456789abcdefghij");
        when(mail.getIfAvailable()).thenReturn(sender);
        Session session = spy(Session.getInstance(new Properties()));
        doReturn(line).when(session).getTransport("smtp");
        when(sender.createMimeMessage()).thenAnswer(call -> new MimeMessage(session));
        when(sender.getSession()).thenReturn(session);
        when(sender.getHost()).thenReturn("mail.kwb.example");
    }

    private Outcome send() {
        Map<Long, Outcome> outcomes = postman.send(List.of(PARCEL));
        assertThat(outcomes).containsOnlyKeys(7L);
        return outcomes.get(7L);
    }

    private List<MimeMessage> sent(int times) throws MessagingException {
        ArgumentCaptor<jakarta.mail.Message> sent = ArgumentCaptor.forClass(jakarta.mail.Message.class);
        verify(line, times(times)).sendMessage(sent.capture(), any());
        return sent.getAllValues().stream().map(MimeMessage.class::cast).toList();
    }

    @Test
    void aMailServerThatRefusesSaysWhy() throws Exception {
        doThrow(new MessagingException("connection refused")).when(line).connect(any(), anyInt(), any(), any());
        assertThat(send()).isEqualTo(new Outcome.Failed("connection refused"));
        verify(handed, never()).note(any());
    }

    @Test
    void whatWasHandedOverIsNotedAndWhatARunBeforeHadNotedIsNotHandedOverAgain() throws Exception {
        send();
        InOrder order = inOrder(handed, line);
        order.verify(handed).begin();
        order.verify(line).sendMessage(any(), any());
        order.verify(handed).note("42");
        when(handed.keys()).thenReturn(Set.of("42"));
        assertThat(postman.handedOver()).containsExactly("42");
        ((Outcome.Over) postman.over(PARCEL)).keep().run();
        verify(messages).sent(42, NOW);
    }

    @Test
    void whatIsSentIsSaidOnceItIsKept() {
        Outcome.Over over = (Outcome.Over) send();
        verify(messages, never()).sent(anyLong(), any());
        over.keep().run();
        verify(messages).sent(42, NOW);
    }

    @Test
    void aSecretIsReadForTheLetter() throws Exception {
        message.secret = true;
        message.text = "sealed";
        when(secrets.decrypt("sealed")).thenReturn("the link");
        send();
        MimeMultipart both = (MimeMultipart) sent(1).getFirst().getContent();
        assertThat(both.getBodyPart(0).getContent()).isEqualTo("the link");
        assertThat((String) both.getBodyPart(1).getContent()).contains("the link");
    }

    @Test
    void handedOverAgainAfterACrashItCarriesTheSameId() throws Exception {
        send();
        send();
        for (MimeMessage letter : sent(2)) {
            letter.saveChanges();
            assertThat(letter.getMessageID()).isEqualTo("<42@0123456789abcdef.pervius>");
        }
    }

    @Test
    void whatIsToldOfOneSubmissionReadsAsOneThreadAndNobodysAbsenceAnswers() throws Exception {
        when(paces.ofProject(anyLong())).thenReturn(new Paces.OfProject(Pace.AT_ONCE, 0, false, "", 1));
        message.projectId = 3L;
        message.messageKey = "77/9/ARRIVED/arrived/12";
        send();
        MimeMessage letter = sent(1).getFirst();
        assertThat(letter.getHeader("References")).containsExactly("<submission-77@0123456789abcdef.pervius>");
        assertThat(letter.getHeader("Auto-Submitted")).containsExactly("auto-generated");
        assertThat(letter.getHeader("List-Id")).containsExactly("<project-3.pervius>");
    }

    @Test
    void withoutAMailServerTheChannelIsClosed() {
        assertThat(postman.open()).isTrue();
        when(secrets.sign("Message-ID")).thenReturn("0123456789abcdefghij");
        when(mail.getIfAvailable()).thenReturn(null);
        assertThat(postman.open()).isFalse();
    }
}
