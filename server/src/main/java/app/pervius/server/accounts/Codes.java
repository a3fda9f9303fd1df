package app.pervius.server.accounts;

import app.pervius.server.refused.Refused;
import app.pervius.server.store.Secrets;
import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** One-time codes by time (RFC 6238) as a second step, and recovery codes for who has lost the device that makes them. */
@Service
@Transactional
class Codes {

    private static final int SECRET_BYTES = 20;
    private static final int RECOVERY_CODES = 10;
    /** Long enough that a plain hash keeps them. */
    private static final int RECOVERY_BYTES = 15;
    /** A code of the step before is taken too: typing and sending take their time (RFC 6238, 5.2). */
    private static final int STEPS_BACK = 1;
    private static final SecureRandom RANDOM = new SecureRandom();

    /**
     * What a device that makes codes is told.
     *
     * @param secret in Base32 (RFC 4648), to type in
     * @param picture the same as a QR code: the path of its dark squares in SVG, in a square {@code size} wide
     */
    record Enrolment(String secret, String address, String picture, int size) {
    }

    private final AccountRepository accounts;
    private final AccountBook book;
    private final Secrets secrets;
    private final JdbcClient jdbc;
    private final InstantSource clock;
    private final TimeBasedOneTimePasswordGenerator generator = new TimeBasedOneTimePasswordGenerator();

    Codes(AccountRepository accounts, AccountBook book, Secrets secrets, JdbcClient jdbc, InstantSource clock) {
        this.accounts = accounts;
        this.book = book;
        this.secrets = secrets;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** A fresh secret for an account's device; it counts once {@link #begin} has had a code made of it. */
    Enrolment enrol(AccountBook.AccountView account) {
        byte[] bytes = new byte[SECRET_BYTES];
        RANDOM.nextBytes(bytes);
        String secret = new Base32().encodeToString(bytes);
        String address = "otpauth://totp/Pervius:" + encoded(account.email()) + "?secret=" + secret + "&issuer=Pervius";
        BitMatrix matrix = matrix(address);
        return new Enrolment(secret, address, path(matrix), matrix.getWidth());
    }

    /** Codes made of a secret are asked for from now on, if this is one; gives fresh recovery codes, which are told this once. */
    List<String> begin(long id, String secret, String code) {
        long step = step(secret, code, 0).orElseThrow(() -> Refused.invalid("code",
                "This code does not come from that secret. Look whether the clock of your device is right, and type the code it shows "
                + "now."));
        Account account = book.changing(id);
        account.codeSecret = secrets.encrypt(secret);
        account.codeStep = step;
        accounts.saveAndFlush(account);
        return freshRecoveryCodes(id);
    }

    /** No codes are asked for any more. */
    void end(long id) {
        Account account = book.changing(id);
        account.codeSecret = null;
        account.codeStep = 0;
        accounts.saveAndFlush(account);
        jdbc.sql("delete from recovery_code where account_id = ?").param(id).update();
    }

    /**
     * Whether a code is right: one the account's device shows now and that was not used yet, or one of its recovery codes, which is used up
     * by it.
     */
    boolean take(long id, String given) {
        String code = given.replaceAll("[\\s-]", "").toUpperCase(Locale.ROOT);
        Account account = book.changing(id);
        if (code.matches("\\d{6}") && account.codeSecret != null) {
            Optional<Long> step = step(secrets.decrypt(account.codeSecret), code, account.codeStep);
            step.ifPresent(s -> {
                account.codeStep = s;
                accounts.saveAndFlush(account);
            });
            return step.isPresent();
        }
        return jdbc.sql("delete from recovery_code where account_id = ? and code_hash = ?").params(id, Secrets.hash(code)).update() == 1;
    }

    /** Puts fresh recovery codes in the place of those there were. */
    List<String> freshRecoveryCodes(long id) {
        jdbc.sql("delete from recovery_code where account_id = ?").param(id).update();
        List<String> codes = new ArrayList<>();
        for (int i = 0; i < RECOVERY_CODES; i++) {
            byte[] bytes = new byte[RECOVERY_BYTES];
            RANDOM.nextBytes(bytes);
            String code = new Base32().encodeToString(bytes);
            jdbc.sql("insert into recovery_code (account_id, code_hash) values (?, ?)").params(id, Secrets.hash(code)).update();
            codes.add(String.join("-", code.split("(?<=\\G.{4})")));
        }
        return codes;
    }

    @Transactional(readOnly = true)
    int recoveryCodesLeft(long id) {
        return jdbc.sql("select count(*) from recovery_code where account_id = ?").param(id).query(Integer.class).single();
    }

    /** The step of time a code belongs to, if it is a later one than {@code after}. */
    private Optional<Long> step(String secret, String code, long after) {
        SecretKeySpec key = new SecretKeySpec(new Base32().decode(secret), "HmacSHA1");
        Duration length = generator.getTimeStep();
        long now = clock.instant().getEpochSecond() / length.toSeconds();
        for (long step = now - STEPS_BACK; step <= now; step++) {
            if (step > after && same(code(key, Instant.ofEpochSecond(step * length.toSeconds())), code)) {
                return Optional.of(step);
            }
        }
        return Optional.empty();
    }

    private String code(SecretKeySpec key, Instant at) {
        try {
            return generator.generateOneTimePasswordString(key, at, Locale.ROOT);
        } catch (InvalidKeyException e) {
            throw new IllegalStateException(e);
        }
    }

    private static boolean same(String a, String b) {
        return MessageDigest.isEqual(a.getBytes(StandardCharsets.UTF_8), b.getBytes(StandardCharsets.UTF_8));
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private static BitMatrix matrix(String text) {
        try {
            return new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0);
        } catch (WriterException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String path(BitMatrix matrix) {
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < matrix.getHeight(); y++) {
            for (int x = 0; x < matrix.getWidth(); x++) {
                if (matrix.get(x, y)) {
                    path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
                }
            }
        }
        return path.toString();
    }
}
