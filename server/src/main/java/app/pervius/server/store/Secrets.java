package app.pervius.server.store;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.security.crypto.encrypt.AesBytesEncryptor;
import org.springframework.security.crypto.encrypt.BytesEncryptor;
import org.springframework.security.crypto.keygen.KeyGenerators;
import org.springframework.stereotype.Component;

/**
 * What must be kept secret: new secrets, their hashes, and what has to be read again, encrypted (AES-256 in Galois/Counter Mode)
 * with the installation's key, which lies outside the database, so that the database alone gives nothing away.
 */
@Component
public class Secrets {

    private static final int KEY_BYTES = 32;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final SecretKeySpec signing;
    private final BytesEncryptor encryptor;

    /** What is encrypted so has to be read for as long as it is kept, whatever takes this encryptor's place. */
    @SuppressWarnings("deprecation")
    public Secrets(DataDirectory data) {
        byte[] key = InstallationKey.of(data.path());
        this.signing = new SecretKeySpec(key, "HmacSHA256");
        this.encryptor = new AesBytesEncryptor(new SecretKeySpec(key, "AES"), KeyGenerators.secureRandom(16),
                AesBytesEncryptor.CipherAlgorithm.GCM);
    }

    /** A new secret that nobody guesses, of letters, digits, {@code -} and {@code _}: 256 bits. */
    public static String fresh() {
        byte[] bytes = new byte[KEY_BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** The hash a secret is kept as (SHA-256): good for secrets nobody can guess, not for passwords. */
    public static String hash(String secret) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A text that only this installation can make of another (HMAC with SHA-256). */
    public String sign(String text) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(signing);
            return Base64.getUrlEncoder().withoutPadding().encodeToString(mac.doFinal(text.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A key for one purpose, of 32 bytes, that only this installation can make. */
    public byte[] derived(String purpose) {
        return Base64.getUrlDecoder().decode(sign("key for " + purpose));
    }

    public String encrypt(String text) {
        return Base64.getEncoder().encodeToString(encryptor.encrypt(text.getBytes(StandardCharsets.UTF_8)));
    }

    public String decrypt(String text) {
        return new String(encryptor.decrypt(Base64.getDecoder().decode(text)), StandardCharsets.UTF_8);
    }
}
