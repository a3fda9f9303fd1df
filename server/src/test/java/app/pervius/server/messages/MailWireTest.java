package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.store.Secrets;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.lang.reflect.Field;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Mail against a mail server on the wire (RFC 5321) that does not do what it should. */
class MailWireTest {

    private enum Manners { ACCEPTS, DROPS_AFTER_DATA, SAYS_NOTHING, REFUSES_THE_RECIPIENT, IS_FULL }

    private final MessageRepository messages = mock();
    private final ObjectProvider<JavaMailSender> mail = mock();
    private final Message first = message(41, "tomasz@kwb.example");
    private final Message second = message(42, "agnes@kwb.example");
    private final List<String> idsReceived = Collections.synchronizedList(new ArrayList<>());
    /** What was said last of those that could not be sent. */
    private final Map<Long, String> said = new HashMap<>();
    private ServerSocket server;
    private volatile Manners manners = Manners.ACCEPTS;
    private Postman postman;

    @BeforeEach
    void listen() throws IOException {
        server = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        Thread.ofVirtual().start(this::serve);
        JavaMailSenderImpl sender = new JavaMailSenderImpl();
        sender.setHost("127.0.0.1");
        sender.setPort(server.getLocalPort());
        sender.getJavaMailProperties().setProperty("mail.smtp.timeout", "400");
        sender.getJavaMailProperties().setProperty("mail.smtp.connectiontimeout", "400");
                when(mail.getObject()).thenReturn(sender);
        doAnswer(call -> {
            Message its = call.<Long>getArgument(0) == 41 ? first : second;
            its.sentAt = call.getArgument(1);
            return null;
        }).when(messages).sent(anyLong(), any());
        when(messages.findAllById(any())).thenReturn(List.of(first, second));
        postman = new Postman(messages, mail, Instant::now, mock(Secrets.class), mock(), mock(), "pervius@kwb.example");
    }

    /** Hands over what is not sent yet, as the outbox does, and keeps what is said of each. */
    private void send() {
        said.clear();
        postman.send(Stream.of(first, second).filter(m -> m.sentAt == null)
                .map(m -> new Parcel(m.id(), String.valueOf(m.id()), m.id(), 0)).toList()).forEach((id, outcome) -> {
            switch (outcome) {
                case Outcome.Over over -> over.keep().run();
                case Outcome.Failed(String words) -> said.put(id, words);
                case Outcome.Refused(String words) -> said.put(id, "refused: " + words);
            }
        });
    }

    @AfterEach
    void close() throws IOException {
        server.close();
    }

    private static Message message(long id, String recipient) {
        Message message = new Message();
        try {
            Field field = message.getClass().getSuperclass().getDeclaredField("id");
            field.setAccessible(true);
            field.set(message, id);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
        message.recipient = recipient;
        message.subject = "[KWR] one file arrived";
        message.text = "Dear all";
        message.madeAt = Instant.now();
        return message;
    }

    @Test
    void whatIsAcceptedIsSentOnce() {
        send();
        assertThat(first.sentAt).isNotNull();
        assertThat(second.sentAt).isNotNull();
        send();
        assertThat(idsReceived).containsExactly("<41@pervius>", "<42@pervius>");
    }

    @Test
    void aConnectionDroppedAfterTheDataIsTriedAgainUnderTheSameId() {
        manners = Manners.DROPS_AFTER_DATA;
        send();
        assertThat(first.sentAt).isNull();
        assertThat(said.get(41L)).isNotBlank();
        manners = Manners.ACCEPTS;
        send();
        assertThat(first.sentAt).isNotNull();
        assertThat(second.sentAt).isNotNull();
        assertThat(idsReceived).as("a mailbox knows the second copy by its id").filteredOn("<41@pervius>"::equals).hasSize(2);
    }

    @Test
    @Timeout(30)
    void aServerThatSaysNothingHoldsTheMailUpOnlyForAWhile() {
        manners = Manners.SAYS_NOTHING;
        send();
        assertThat(first.sentAt).isNull();
        assertThat(said.get(41L)).isNotBlank();
        manners = Manners.ACCEPTS;
        send();
        assertThat(second.sentAt).isNotNull();
    }

    @Test
    void oneRecipientTheServerRefusesHoldsUpNoOther() {
        manners = Manners.REFUSES_THE_RECIPIENT;
        send();
        assertThat(first.sentAt).isNull();
        assertThat(said.get(41L)).startsWith("refused: 550");
        assertThat(second.sentAt).isNotNull();
    }

    @Test
    void aMailboxThatIsFullForNowIsTriedAgain() {
        manners = Manners.IS_FULL;
        send();
        assertThat(first.sentAt).isNull();
        assertThat(said.get(41L)).startsWith("452");
        assertThat(second.sentAt).isNotNull();
    }

    @Test
    void anAddressNobodyCanWriteToHoldsUpNoOther() {
        first.recipient = "two,words@kwb.example";
        send();
        assertThat(first.sentAt).isNull();
        assertThat(said.get(41L)).startsWith("refused: No mail can be sent to this address");
        assertThat(second.sentAt).isNotNull();
    }

    private void serve() {
        while (!server.isClosed()) {
            try (Socket socket = server.accept()) {
                talk(socket);
            } catch (IOException e) {
                if (server.isClosed()) {
                    return;
                }
            }
        }
    }

    private void talk(Socket socket) throws IOException {
        socket.setSoTimeout(5000);
        BufferedReader in = new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8));
        OutputStream out = socket.getOutputStream();
        if (manners == Manners.SAYS_NOTHING) {
            in.readLine();
            return;
        }
        say(out, "220 kwb.example");
        for (String line = in.readLine(); line != null; line = in.readLine()) {
            if (line.equals("DATA")) {
                say(out, "354 go on");
                receive(in);
                if (manners == Manners.DROPS_AFTER_DATA) {
                    return;
                }
                say(out, "250 kept");
            } else if (line.startsWith("RCPT") && line.contains("tomasz") && manners == Manners.REFUSES_THE_RECIPIENT) {
                say(out, "550 nobody of that name");
            } else if (line.startsWith("RCPT") && line.contains("tomasz") && manners == Manners.IS_FULL) {
                say(out, "452 no room");
            } else if (line.equals("QUIT")) {
                say(out, "221 bye");
                return;
            } else {
                say(out, "250 well");
            }
        }
    }

    private void receive(BufferedReader in) throws IOException {
        for (String line = in.readLine(); line != null && !line.equals("."); line = in.readLine()) {
            if (line.startsWith("Message-ID: ")) {
                idsReceived.add(line.substring("Message-ID: ".length()));
            }
        }
    }

    private static void say(OutputStream out, String line) {
        try {
            out.write((line + "\r\n").getBytes(StandardCharsets.UTF_8));
            out.flush();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
