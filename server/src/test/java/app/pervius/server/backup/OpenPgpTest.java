package app.pervius.server.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OpenPgpTest {

    private static final String PASSPHRASE = "tidal heron ballast 7";
    /**
     * What another program made of “Kestrel Weir” under the passphrase: {@code gpg --symmetric --cipher-algo AES256 --compress-algo none}.
     */
    private static final String FOREIGN =
            "8c0d040903022fbee7f4216b952effd23f01c497e2deebb89d0cf9b2610f896866fde0abdba17e6f3a7013d9d0f732636735"
            + "8543d769acff0ec45d40a3acc5de3bf0db58a6b8e49b31d00ee3e314629d";

    @TempDir
    Path directory;

    private static byte[] wrapped(byte[] bytes) throws IOException {
        ByteArrayOutputStream wrapped = new ByteArrayOutputStream();
        try (OutputStream out = new OpenPgp(PASSPHRASE).around(wrapped)) {
            out.write(bytes);
        }
        return wrapped.toByteArray();
    }

    private static byte[] opened(byte[] wrapped, String passphrase) throws IOException {
        try (InputStream in = new OpenPgp(passphrase).within(new ByteArrayInputStream(wrapped))) {
            return in.readAllBytes();
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 65_535, 65_536, 1_000_000})
    void whatIsWrappedIsOpenedAgainAndIsNotThereInClear(int length) throws IOException {
        byte[] bytes = new byte[length];
        new Random(length).nextBytes(bytes);
        byte[] wrapped = wrapped(bytes);
        assertThat(opened(wrapped, PASSPHRASE)).isEqualTo(bytes);
        assertThat(wrapped(bytes)).as("never the same twice").isNotEqualTo(wrapped);
        if (length > 16) {
            assertThat(new String(wrapped, StandardCharsets.ISO_8859_1)).doesNotContain(new String(bytes, 0, 16,
                    StandardCharsets.ISO_8859_1));
        }
    }

    @Test
    void whatAnotherProgramWroteIsRead() throws IOException {
        assertThat(new String(opened(HexFormat.of().parseHex(FOREIGN), PASSPHRASE), StandardCharsets.UTF_8)).isEqualTo("Kestrel Weir");
    }

    @Test
    void anotherPassphraseAndEveryChangedByteAreSeen() throws IOException {
        byte[] wrapped = wrapped("Kestrel Weir".repeat(20).getBytes(StandardCharsets.UTF_8));
        for (int other = 0; other < 50; other++) {
            String passphrase = "another passphrase " + other;
            assertThatThrownBy(() -> opened(wrapped, passphrase)).isInstanceOf(IOException.class);
        }
        for (int at = 0; at < wrapped.length; at++) {
            byte[] changed = wrapped.clone();
            changed[at] ^= 1;
            assertThatThrownBy(() -> opened(changed, PASSPHRASE)).as("byte %s", at).isInstanceOf(IOException.class);
        }
        byte[] cut = java.util.Arrays.copyOf(wrapped, wrapped.length - 30);
        assertThatThrownBy(() -> opened(cut, PASSPHRASE)).isInstanceOf(IOException.class);
    }

    @Test
    void aPassphraseThatIsMissingOrShortIsRefused() throws IOException {
        Path file = directory.resolve("passphrase");
        assertThatThrownBy(() -> OpenPgp.of(file)).hasMessageContaining("cannot be read");
        Files.writeString(file, "short\nsecond line that is long enough");
        assertThatThrownBy(() -> OpenPgp.of(file)).hasMessageContaining("fewer than 20").hasMessageContaining("openssl rand");
        Files.writeString(file, "  " + PASSPHRASE + "  \nmore");
        try (InputStream in = OpenPgp.of(file).within(new ByteArrayInputStream(wrapped(new byte[] {1})))) {
            assertThat(in.readAllBytes()).containsExactly(1);
        }
    }
}
