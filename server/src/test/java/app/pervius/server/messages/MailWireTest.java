package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.pervius.core.tell.Pace;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.store.DataDirectory;
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
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.Timeout;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Mail against a mail server on the wire (RFC 5321) that does not do what it should. */
class MailWireTest {

    @TempDir
    Path data;

    private enum Manners { ACCEPTS, DROPS_AFTER_DATA, SAYS_NOTHING, REFUSES_THE_RECIPIENT, IS_FULL }

    private final MessageRepository messages = mock();
    private final ObjectProvider<JavaMailSender> mail = mock();
    private final Message first = message(41, "tomasz@kwb.example");
    private final Message second = message(42, "agnes@kwb.example");
    private final Paces paces = mock();
    /** Mails as they came over the wire, and for whom. */
    private final List<String> received = Collections.synchronizedList(new ArrayList<>());
    private final Set<String> handedOverFor = Collections.synchronizedSet(new LinkedHashSet<>());
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
                when(mail.getIfAvailable()).thenReturn(sender);
        doAnswer(call -> {
            Message its = call.<Long>getArgument(0) == 41 ? first : second;
            its.sentAt = call.getArgument(1);
            return null;
        }).when(messages).sent(anyLong(), any());
        when(messages.findAllById(any())).thenReturn(List.of(first, second));
        Secrets secrets = mock();
        when(secrets.sign("Message-ID")).thenReturn("0123456789abcdefghij");
        postman = new Postman(messages, new MailServer(mail, new HandedOver(new DataDirectory(data))), Instant::now, secrets,
                paces, mock(), mock(), mock(),
                "pervius@kwb.example");
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

    /** What a mail program nobody here wrote makes of the mails received: Python's {@code email} package. */
    private List<JsonNode> readByPython() throws IOException, InterruptedException {
        List<JsonNode> all = new ArrayList<>();
        for (String mail : received) {
            Process reader = new ProcessBuilder("python3", "-c", """
                    import sys, json, email, email.policy
                    m = email.message_from_bytes(sys.stdin.buffer.read(), policy=email.policy.default)
                    print(json.dumps({"headers": {k.lower(): v for k, v in m.items()}, "defects": [str(d) for p in m.walk()
                        for d in p.defects], "to": [a.addr_spec for a in m["to"].addresses],
                        "cc": [a.addr_spec for a in m["cc"].addresses] if m["cc"] else [],
                        "plain": m.get_body(("plain",)).get_content(), "html": m.get_body(("html",)).get_content()}))""").start();
            try (OutputStream in = reader.getOutputStream()) {
                in.write(mail.getBytes(StandardCharsets.UTF_8));
            }
            String read = new String(reader.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(reader.waitFor()).as(new String(reader.getErrorStream().readAllBytes(), StandardCharsets.UTF_8)).isZero();
            all.add(JsonMapper.shared().readTree(read));
        }
        return all;
    }

    @Test
    void aMailProgramNobodyHereWroteReadsWhatWasMeant() throws Exception {
        first.subject = "[KWR] Łęg – Zeichnung „Übersicht“ ist da, 图纸";
        first.text = "Dear Tomasz Łęgowicz,\n\n  KWR-0001 P01 “Übersicht”\n  http://pervius.example/read/1\n.\n<b>not bold</b> & so\n";
        first.messageKey = "17/4/ARRIVED/1";
        first.projectId = 3L;
        first.important = true;
        first.openlyTo = "tomasz@kwb.example\nmirela@kwb.example";
        first.inCopy = "aoife@kwb.example";
        second.sentAt = Instant.now();
        when(paces.ofProject(3L)).thenReturn(new Paces.OfProject(Pace.AT_ONCE, 0, false, "control@kwb.example", 1));
        send();
        assertThat(said).isEmpty();
        assertThat(handedOverFor).as("the others get their own").containsExactly("RCPT TO:<tomasz@kwb.example>");
        JsonNode mail = readByPython().getFirst();
        JsonNode headers = mail.get("headers");
        assertThat(mail.get("defects")).isEmpty();
        assertThat(headers.get("subject").asString()).isEqualTo(first.subject);
        assertThat(mail.get("to").valueStream().map(JsonNode::asString)).containsExactly("tomasz@kwb.example", "mirela@kwb.example");
        assertThat(mail.get("cc").valueStream().map(JsonNode::asString)).containsExactly("aoife@kwb.example");
        assertThat(headers.get("message-id").asString()).isEqualTo("<41@0123456789abcdef.pervius>");
        assertThat(headers.get("importance").asString()).isEqualTo("high");
        assertThat(headers.get("reply-to").asString()).isEqualTo("control@kwb.example");
        assertThat(headers.get("auto-submitted").asString()).isEqualTo("auto-generated");
        assertThat(headers.get("list-id").asString()).isEqualTo("<project-3.pervius>");
        assertThat(headers.get("references").asString()).isEqualTo("<submission-17@0123456789abcdef.pervius>");
        assertThat(mail.get("plain").asString().replace("\r\n", "\n").strip()).isEqualTo(first.text.strip());
        assertThat(mail.get("html").asString()).contains("Dear Tomasz Łęgowicz", "href=\"http://pervius.example/read/1\"",
                "&lt;b&gt;not bold&lt;/b&gt; &amp; so").doesNotContain("<b>not");
    }

    @Test
    void anAddressWithALineBreakOrAListInItIsRefusedAndHoldsUpNobody() {
        for (String address : List.of("tomasz@kwb.example\r\nBcc: everybody@kwb.example", "a@kwb.example, b@kwb.example", "", "nobody")) {
            first.recipient = address;
            first.sentAt = null;
            second.sentAt = null;
            send();
            assertThat(said.get(41L)).as(address).startsWith("refused: No mail can be sent to this address");
            assertThat(second.sentAt).as(address).isNotNull();
        }
        assertThat(received).noneMatch(mail -> mail.contains("everybody"));
    }

    @Test
    void aTextOfAMegabyteArrivesWhole() throws Exception {
        first.text = "Łęg a line of words that is not short\n".repeat(26_000);
        second.sentAt = Instant.now();
        send();
        assertThat(readByPython().getFirst().get("plain").asString().replace("\r\n", "\n").strip()).isEqualTo(first.text.strip());
    }

    @Test
    void whatIsAcceptedIsSentOnce() {
        send();
        assertThat(first.sentAt).isNotNull();
        assertThat(second.sentAt).isNotNull();
        send();
        assertThat(idsReceived).containsExactly("<41@0123456789abcdef.pervius>", "<42@0123456789abcdef.pervius>");
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
        assertThat(idsReceived).as("a mailbox knows the second copy by its id")
                .filteredOn("<41@0123456789abcdef.pervius>"::equals).hasSize(2);
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
            if (line.startsWith("RCPT")) {
                handedOverFor.add(line);
            }
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
        StringBuilder whole = new StringBuilder();
        for (String line = in.readLine(); line != null && !line.equals("."); line = in.readLine()) {
            whole.append(line.startsWith("..") ? line.substring(1) : line).append("\r\n");
            if (line.startsWith("Message-ID: ")) {
                idsReceived.add(line.substring("Message-ID: ".length()));
            }
        }
        received.add(whole.toString());
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
