package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.pervius.core.tell.Pace;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.store.Secrets;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.lang.reflect.Field;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSender;

/** Mail when the mail server does not do what it should. */
class PostmanTest {

    private static final Instant NOW = Instant.parse("2026-05-14T08:00:00Z");
    private static final Parcel PARCEL = new Parcel(7, "42", 42, 0);

    private final MessageRepository messages = mock();
    private final JavaMailSender sender = mock();
    private final ObjectProvider<JavaMailSender> mail = mock();
    private final Secrets secrets = mock();
    private final Paces paces = mock();
    private final Message message = new Message();
    private final Postman postman = new Postman(messages, new MailServer(mail), () -> NOW, secrets, paces, mock(), mock(), mock(),
                "pervius@kwb.example");

    @BeforeEach
    void aMessageWaits() throws ReflectiveOperationException {
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
        when(sender.createMimeMessage()).thenAnswer(call -> new MimeMessage(Session.getInstance(new Properties())));
    }

    private Outcome send() {
        Map<Long, Outcome> outcomes = postman.send(List.of(PARCEL));
        assertThat(outcomes).containsOnlyKeys(7L);
        return outcomes.get(7L);
    }

    @Test
    void aMailServerThatRefusesSaysWhy() {
        doThrow(new MailSendException("connection refused")).when(sender).send(any(MimeMessage[].class));
        assertThat(send()).isEqualTo(new Outcome.Failed("connection refused"));
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
        ArgumentCaptor<MimeMessage[]> sent = ArgumentCaptor.forClass(MimeMessage[].class);
        verify(sender).send(sent.capture());
        MimeMultipart both = (MimeMultipart) sent.getValue()[0].getContent();
        assertThat(both.getBodyPart(0).getContent()).isEqualTo("the link");
        assertThat((String) both.getBodyPart(1).getContent()).contains("the link");
    }

    @Test
    void handedOverAgainAfterACrashItCarriesTheSameId() throws Exception {
        send();
        send();
        ArgumentCaptor<MimeMessage[]> sent = ArgumentCaptor.forClass(MimeMessage[].class);
        verify(sender, times(2)).send(sent.capture());
        for (MimeMessage[] letters : sent.getAllValues()) {
            letters[0].saveChanges();
            assertThat(letters[0].getMessageID()).isEqualTo("<42@0123456789abcdef.pervius>");
        }
    }

    @Test
    void whatIsToldOfOneSubmissionReadsAsOneThreadAndNobodysAbsenceAnswers() throws Exception {
        when(paces.ofProject(anyLong())).thenReturn(new Paces.OfProject(Pace.AT_ONCE, 0, false, "", 1));
        message.projectId = 3L;
        message.messageKey = "77/9/ARRIVED/arrived/12";
        send();
        ArgumentCaptor<MimeMessage[]> sent = ArgumentCaptor.forClass(MimeMessage[].class);
        verify(sender).send(sent.capture());
        MimeMessage letter = sent.getValue()[0];
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
