package app.pervius.server.store;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The one key of an installation (256 bits), of which all others are made. It lies in the data directory unless the environment says
 * where else: {@code PERVIUS_KEY} is the key itself (base 64), {@code PERVIUS_KEY_FILE} a file with it (32 bytes, or base 64).
 */
public final class InstallationKey {

    /** The key's file in a data directory. */
    public static final String FILE = "secret.key";
    private static final String KEY = "PERVIUS_KEY";
    private static final String ELSEWHERE = "PERVIUS_KEY_FILE";
    private static final int BYTES = 32;

    private InstallationKey() {
    }

    /** Whether the environment says where the key is: it does not lie in the data directory then, and in no backup. */
    public static boolean isElsewhere() {
        return isElsewhere(System.getenv());
    }

    private static boolean isElsewhere(Map<String, String> environment) {
        return environment.containsKey(KEY) || environment.containsKey(ELSEWHERE);
    }

    /**
     * The key of a data directory; made where there is no data yet, or data from before there were keys.
     *
     * @throws WrongKey where it is missing, can be read by others or is no key
     */
    static byte[] of(Path data) {
        return of(data, System.getenv());
    }

    static byte[] of(Path data, Map<String, String> environment) {
        String said = environment.get(KEY);
        if (said != null) {
            return key(said.getBytes(StandardCharsets.UTF_8), KEY);
        }
        @Nullable String elsewhere = environment.get(ELSEWHERE);
        Path file = elsewhere == null ? data.resolve(FILE) : Path.of(elsewhere);
        try {
            if (!Files.exists(file)) {
                if (elsewhere != null) {
                    throw new WrongKey("There is no key in " + file + ", where " + ELSEWHERE + " says it is. A new one: openssl rand -out "
                            + file + " 32; chmod 600 " + file);
                }
                if (Files.exists(DatabaseAccess.file(data)) && !DatabaseAccess.isFromBeforeKeys(DatabaseAccess.file(data))) {
                    throw new WrongKey("The key " + file + " is missing. Take it from a backup; if it lies elsewhere, say where: "
                            + ELSEWHERE + "=FILE");
                }
                make(file);
            }
            if (elsewhere != null && DataDirectory.isOpenToOthers(file)) {
                throw new WrongKey("The key " + file + " can be read by others on this machine. Close it to them: chmod 600 " + file);
            }
            return key(Files.readAllBytes(file), file.toString());
        } catch (IOException e) {
            throw new WrongKey("The key " + file + " cannot be read: " + e.getMessage());
        }
    }

    private static byte[] key(byte[] found, String where) {
        if (found.length == BYTES) {
            return found;
        }
        try {
            byte[] decoded = Base64.getDecoder().decode(new String(found, StandardCharsets.UTF_8).strip());
            if (decoded.length == BYTES) {
                return decoded;
            }
        } catch (IllegalArgumentException e) {
            // Said below, without what stands there.
        }
        throw new WrongKey(where + " has no key in it: that is 32 bytes, or 32 bytes in base 64.");
    }

    private static void make(Path file) throws IOException {
        byte[] fresh = new byte[BYTES];
        new SecureRandom().nextBytes(fresh);
        // It is asked for before anything else has made the directory.
        Files.createDirectories(file.getParent());
        try {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.write(file, fresh);
        } catch (FileAlreadyExistsException e) {
            // Somebody else has made it at this moment.
        }
    }
}
