package app.pervius.server.store.seals;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;

/**
 * A seal: it says what all tables held at a moment, and follows the seal before.
 *
 * @param number from 1 on
 * @param at UTC, to the millisecond
 * @param step the step of the database's schema, as Flyway counts
 * @param found what had been changed while Pervius did not run; empty if nothing
 * @param tables the hash (SHA-256) of what each table held
 * @param previous the hash of the seal before; empty for the first one
 * @param signature of {@code hash}, Ed25519 (RFC 8032), base 64
 */
public record Seal(long number, Instant at, Kind kind, String step, String found, String tables, String previous, String hash,
        String signature) {

    /** When it was made: as Pervius began, every few minutes, or as it stopped, when nothing was changed any more. */
    public enum Kind { START, REGULAR, STOP }

    Seal signed(SealKey key) {
        String its = digest();
        return new Seal(number, at, kind, step, found, tables, previous, its, key.sign(its));
    }

    /** Whether it says what was sealed, and was sealed with that key. */
    public boolean good(SealKey key) {
        return hash.equals(digest()) && key.signed(hash, signature);
    }

    private String digest() {
        return sha256(String.join("\u001f", "seal", Long.toString(number), at.toString(), kind.name(), step, found, tables, previous));
    }

    static String sha256(String text) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
