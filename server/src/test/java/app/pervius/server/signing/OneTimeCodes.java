package app.pervius.server.signing;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.security.InvalidKeyException;
import java.time.Instant;
import java.util.Locale;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;

/** What a device shows that makes one-time codes of a secret. */
final class OneTimeCodes {

    private OneTimeCodes() {
    }

    static String now(String secret) {
        try {
            return new TimeBasedOneTimePasswordGenerator().generateOneTimePasswordString(new SecretKeySpec(new Base32().decode(secret),
                    "HmacSHA1"), Instant.now(), Locale.ROOT);
        } catch (InvalidKeyException e) {
            throw new IllegalStateException(e);
        }
    }
}
