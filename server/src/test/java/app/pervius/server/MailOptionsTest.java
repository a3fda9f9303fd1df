package app.pervius.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import picocli.CommandLine;

/** What is said of the mail server at the start, and what mail servers get that do not encrypt as they should. */
class MailOptionsTest {

    private static final String SMTP = "spring.mail.properties.mail.smtp.";
    @TempDir
    Path directory;

    private static Map<String, Object> settings(String... said) {
        MailOptions options = new MailOptions();
        new CommandLine(options).parseArgs(said);
        return options.settings();
    }

    private Path password(String text, String rights) throws IOException {
        Path file = Files.writeString(directory.resolve("password"), text);
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(rights));
        return file;
    }

    /** A sender as Spring makes it of these settings. */
    private static JavaMailSenderImpl sender(Map<String, Object> settings) {
        JavaMailSenderImpl sender = new JavaMailSenderImpl();
        sender.setHost(String.valueOf(settings.get("spring.mail.host")));
        sender.setPort(Integer.parseInt(String.valueOf(settings.get("spring.mail.port"))));
        settings.forEach((name, value) -> {
            if (name.startsWith("spring.mail.properties.")) {
                sender.getJavaMailProperties().setProperty(name.substring("spring.mail.properties.".length()), value.toString());
            }
        });
        return sender;
    }

    @Test
    void aLineToAnotherMachineIsEncryptedUnlessItIsSwitchedOff() {
        assertThat(settings("--mail", "192.0.2.7:25")).containsEntry(SMTP + "starttls.required", true)
                .containsEntry(SMTP + "starttls.enable", true).containsEntry(SMTP + "ssl.checkserveridentity", true);
        assertThat(settings("--mail", "192.0.2.7:465", "--mail-encryption", "tls")).containsEntry(SMTP + "ssl.enable", true);
        assertThat(settings("--mail", "192.0.2.7:25", "--mail-encryption", "none")).containsEntry(SMTP + "starttls.required", false);
        assertThat(settings("--mail", "127.0.0.1:25")).containsEntry(SMTP + "starttls.required", false);
        assertThat(settings()).isEmpty();
    }

    @Test
    void aServerThatDoesNotEncryptOrWhoseCertificateIsNotGoodGetsNoMessage() {
        GreenMail open = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        GreenMail ownCertificate = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTPS));
        open.start();
        ownCertificate.start();
        SimpleMailMessage message = new SimpleMailMessage();
        message.setFrom("pervius@kwb.example");
        message.setTo("agnes@kwb.example");
        message.setText("a decision");
        try {
            String plain = "127.0.0.1:" + open.getSmtp().getPort();
            JavaMailSenderImpl demanding = sender(settings("--mail", plain, "--mail-encryption", "starttls"));
            assertThatThrownBy(() -> demanding.send(message)).isInstanceOf(MailException.class).rootCause()
                    .hasMessageContaining("STARTTLS");
            JavaMailSenderImpl secure = sender(settings("--mail", "127.0.0.1:" + ownCertificate.getSmtps().getPort(), "--mail-encryption",
                    "tls"));
            assertThatThrownBy(() -> secure.send(message)).isInstanceOf(MailException.class).rootCause()
                    .hasMessageContaining("certification path");
            assertThat(open.getReceivedMessages()).isEmpty();
            assertThat(ownCertificate.getReceivedMessages()).isEmpty();
            assertThatCode(() -> sender(settings("--mail", plain)).send(message)).doesNotThrowAnyException();
        } finally {
            open.stop();
            ownCertificate.stop();
        }
    }

    @Test
    void thePasswordComesFromAFileOfOnesOwn() throws IOException {
        Path own = password("heron tidal\n", "rw-------");
        assertThat(settings("--mail", "192.0.2.7:25", "--mail-user", "pervius", "--mail-password-file", own.toString()))
                .containsEntry("spring.mail.password", "heron tidal").containsEntry("spring.mail.username", "pervius");
        Path open = password("heron tidal", "rw-r--r--");
        assertThatThrownBy(() -> settings("--mail", "192.0.2.7:25", "--mail-user", "pervius", "--mail-password-file", open.toString()))
                .hasMessageContaining("chmod 600").hasMessageNotContaining("heron");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "--mail nowhere|--mail wants HOST:PORT", "--mail-user x|Name the mail server as well",
        "--mail 192.0.2.7:25 --mail-user x|go together", "--mail 192.0.2.7:25 --mail-encryption perhaps|starttls, tls or none",
        "--mail 192.0.2.7:25 --mail-encryption none --mail-user x --mail-password-file y|not sent over a line that is not encrypted",
        "--mail 192.0.2.7:25 --mail-user x --mail-password-file /nowhere/at/all|cannot be read", "--mail-from nobody|wants an address"})
    void whatDoesNotFitTogetherIsSaid(String said, String sentence) {
        assertThatThrownBy(() -> settings(said.split(" "))).hasMessageContaining(sentence);
    }
}
