package app.pervius.server.store.seals;

import app.pervius.server.store.Secrets;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.SecureRandom;
import java.security.Signature;
import java.util.Base64;
import org.springframework.stereotype.Component;

/** The key of an installation's seals (Ed25519, RFC 8032), made of the secret that lies beside the database. */
@Component
public class SealKey {

    private final KeyPair pair;

    SealKey(Secrets secrets) {
        byte[] seed = secrets.derived("seals");
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("Ed25519");
            generator.initialize(255, new SecureRandom() {
                private static final long serialVersionUID = 1;

                @Override
                public void nextBytes(byte[] bytes) {
                    System.arraycopy(seed, 0, bytes, 0, bytes.length);
                }
            });
            this.pair = generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    String sign(String text) {
        try {
            Signature signature = Signature.getInstance("Ed25519");
            signature.initSign(pair.getPrivate());
            signature.update(text.getBytes(StandardCharsets.UTF_8));
            return Base64.getEncoder().encodeToString(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    boolean signed(String text, String signature) {
        try {
            Signature its = Signature.getInstance("Ed25519");
            its.initVerify(pair.getPublic());
            its.update(text.getBytes(StandardCharsets.UTF_8));
            return its.verify(Base64.getDecoder().decode(signature));
        } catch (GeneralSecurityException | IllegalArgumentException e) {
            return false;
        }
    }

    /** What others check seals with: an X.509 public key, base 64. */
    public String open() {
        return Base64.getEncoder().encodeToString(pair.getPublic().getEncoded());
    }
}
