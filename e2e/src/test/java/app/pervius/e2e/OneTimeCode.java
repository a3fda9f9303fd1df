package app.pervius.e2e;

import java.math.BigInteger;
import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.time.Instant;
import java.util.Arrays;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** What a device shows that makes one-time codes (RFC 6238, with the usual half minute and six digits). */
final class OneTimeCode {

    private static final String BASE32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

    private OneTimeCode() {
    }

    static String of(String secret) throws GeneralSecurityException {
        Mac mac = Mac.getInstance("HmacSHA1");
        mac.init(new SecretKeySpec(decoded(secret), "HmacSHA1"));
        byte[] hash = mac.doFinal(ByteBuffer.allocate(Long.BYTES).putLong(Instant.now().getEpochSecond() / 30).array());
        int at = hash[hash.length - 1] & 0xf;
        return "%06d".formatted((ByteBuffer.wrap(hash, at, Integer.BYTES).getInt() & 0x7fffffff) % 1_000_000);
    }

    private static byte[] decoded(String secret) {
        BigInteger value = BigInteger.ZERO;
        for (char c : secret.toCharArray()) {
            value = value.shiftLeft(5).or(BigInteger.valueOf(BASE32.indexOf(c)));
        }
        byte[] bytes = value.toByteArray();
        int wanted = secret.length() * 5 / 8;
        byte[] exact = new byte[wanted];
        byte[] tail = Arrays.copyOfRange(bytes, Math.max(0, bytes.length - wanted), bytes.length);
        System.arraycopy(tail, 0, exact, wanted - tail.length, tail.length);
        return exact;
    }
}
