package app.pervius.server;

import app.pervius.server.messages.MailEncryption;
import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Option;

/** How messages are handed to a mail server, as it is said when Pervius is started. */
final class MailOptions {

    @Option(names = "--mail", paramLabel = "HOST:PORT", description = "the mail server; without it messages wait")
    String server = "";
    @Option(names = "--mail-encryption", paramLabel = "starttls|tls|none", description = "how the line to it is encrypted; a server that "
            + "does not, or whose certificate is not good, gets no message (default: starttls, and none on this machine)")
    String encryption = "";
    @Option(names = "--mail-user", paramLabel = "NAME", description = "with which name Pervius signs in there")
    String user = "";
    @Option(names = "--mail-password-file", paramLabel = "FILE", description = "the file with the password, which only its owner may read")
    String passwordFile = "";
    @Option(names = "--mail-from", paramLabel = "ADDRESS", description = "the sender of all messages")
    String from = "";

    /**
     * What is set for the application.
     *
     * @throws IllegalArgumentException if it does not fit together; its message says so in a sentence
     */
    Map<String, Object> settings() {
        Map<String, Object> settings = new LinkedHashMap<>();
        if (!from.isEmpty()) {
            if (!from.matches("[^@\\s<>]+@[^@\\s<>]+")) {
                throw new IllegalArgumentException("--mail-from wants an address such as pervius@example.org, not “" + from + "”.");
            }
            settings.put("pervius.mail.from", from);
        }
        if (server.isEmpty()) {
            if (!encryption.isEmpty() || !user.isEmpty() || !passwordFile.isEmpty()) {
                throw new IllegalArgumentException("Name the mail server as well: --mail HOST:PORT.");
            }
            return settings;
        }
        int colon = server.lastIndexOf(':');
        if (colon < 1 || !server.substring(colon + 1).matches("\\d{1,5}")) {
            throw new IllegalArgumentException("--mail wants HOST:PORT, such as mail.example.org:25, not “" + server + "”.");
        }
        String host = server.substring(0, colon);
        settings.put("spring.mail.host", host);
        settings.put("spring.mail.port", server.substring(colon + 1));
        MailEncryption how = encryption(host);
        String smtp = "spring.mail.properties.mail.smtp.";
        settings.put(smtp + "ssl.enable", how == MailEncryption.TLS);
        settings.put(smtp + "ssl.checkserveridentity", true);
        settings.put(smtp + "starttls.enable", how == MailEncryption.STARTTLS);
        settings.put(smtp + "starttls.required", how == MailEncryption.STARTTLS);
        settings.put("pervius.mail.encryption", how);
        if (user.isEmpty() != passwordFile.isEmpty()) {
            throw new IllegalArgumentException("--mail-user and --mail-password-file go together.");
        }
        if (!user.isEmpty()) {
            if (how == MailEncryption.NONE && !here(host)) {
                throw new IllegalArgumentException("A password is not sent over a line that is not encrypted: leave out "
                        + "--mail-encryption none.");
            }
            settings.put("spring.mail.username", user);
            settings.put("spring.mail.password", password());
            settings.put(smtp + "auth", true);
        }
        return settings;
    }

    private MailEncryption encryption(String host) {
        if (encryption.isEmpty()) {
            return here(host) ? MailEncryption.NONE : MailEncryption.STARTTLS;
        }
        try {
            return MailEncryption.valueOf(encryption.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("--mail-encryption is starttls, tls or none, not “" + encryption + "”.", e);
        }
    }

    private static boolean here(String host) {
        try {
            return InetAddress.getByName(host).isLoopbackAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }

    private String password() {
        Path file = Path.of(passwordFile);
        try {
            if (DataDirectory.isOpenToOthers(file)) {
                throw new IllegalArgumentException("Others on this machine can read " + file + ". Close it to them: chmod 600 " + file);
            }
            String password = Files.readString(file).strip();
            if (password.isEmpty()) {
                throw new IllegalArgumentException("There is no password in " + file + ".");
            }
            return password;
        } catch (IOException e) {
            throw new IllegalArgumentException("The password in " + file + " cannot be read: " + e.getMessage() + ".", e);
        }
    }
}
