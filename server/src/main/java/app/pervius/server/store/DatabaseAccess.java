package app.pervius.server.store;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Base64;
import java.util.Optional;
import org.h2.api.ErrorCode;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.jdbc.autoconfigure.JdbcConnectionDetails;
import org.springframework.stereotype.Component;

/**
 * How the database is opened: by a user of Pervius' own whose password is made of the installation's key, and, where its file is
 * encrypted (AES in XTS mode, by H2), with another one made of that key.
 */
@Component
public class DatabaseAccess implements JdbcConnectionDetails, DisposableBean {

    private static final String USER = "PERVIUS";
    /** Whom H2 makes where nobody is said, without a password. */
    private static final String FORMER_USER = "SA";
    /** The step a database had been brought to when a key first lay beside it. */
    private static final int FIRST_WITH_KEY = 11;
    private static final byte[] ENCRYPTED = "H2encrypt".getBytes(StandardCharsets.US_ASCII);

    private final Path file;
    private final Secrets secrets;
    private final boolean working;
    private final String url;
    private final String password;
    /** Keeps the database open until others have opened it: opening is what takes long. */
    private @Nullable Connection first;

    DatabaseAccess(DataDirectory data, Secrets secrets, @Value("${spring.datasource.url}") String url,
            @Value("${pervius.working}") boolean working) throws SQLException {
        this.file = file(data.path());
        this.secrets = secrets;
        this.working = working;
        boolean encrypted = isEncrypted(file);
        this.url = encrypted ? url + ";CIPHER=AES" : url;
        this.password = password(secrets, encrypted);
        this.first = Files.exists(file) ? open(this.url, secrets, encrypted) : null;
        if (first != null) {
            leaveFormerUser(first);
        }
    }

    /** Where the database of a data directory lies. */
    public static Path file(Path data) {
        return data.resolve("db/pervius.mv.db");
    }

    /** Whether a database's file is encrypted. */
    public static boolean isEncrypted(Path file) {
        if (!Files.exists(file)) {
            return false;
        }
        try (InputStream in = Files.newInputStream(file)) {
            return java.util.Arrays.equals(in.readNBytes(ENCRYPTED.length), ENCRYPTED);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Opens a database's file that nobody else has open.
     *
     * @param settings of H2, such as {@code ;ACCESS_MODE_DATA=r}
     * @throws WrongKey if it was made with another key
     */
    public static Connection open(Path file, Secrets secrets, String settings) throws SQLException {
        boolean encrypted = isEncrypted(file);
        String name = file.toAbsolutePath().toString().replaceFirst("\\.mv\\.db$", "");
        return open("jdbc:h2:" + name + ";IFEXISTS=TRUE" + (encrypted ? ";CIPHER=AES" : "") + settings, secrets, encrypted);
    }

    private static Connection open(String url, Secrets secrets, boolean encrypted) throws SQLException {
        Optional<Connection> ours = tried(url, USER, password(secrets, encrypted));
        if (ours.isPresent()) {
            return ours.get();
        }
        // What was written before Pervius had a user of its own.
        return tried(url, FORMER_USER, encrypted ? filePassword(secrets) + " " : "").orElseThrow(() -> new WrongKey(
                "The database does not belong to the key " + (InstallationKey.isElsewhere() ? "the environment names"
                        : InstallationKey.FILE + " beside it") + ". Put the key there that it was made with: it is in every backup, unless "
                + "it lay elsewhere."));
    }

    /** Whether a database was last used by a version that had no keys, so that nothing in it was made with one. */
    static boolean isFromBeforeKeys(Path file) {
        String name = file.toAbsolutePath().toString().replaceFirst("\\.mv\\.db$", "");
        try (Connection connection = DriverManager.getConnection("jdbc:h2:" + name + ";IFEXISTS=TRUE;ACCESS_MODE_DATA=r", FORMER_USER, "");
                Statement statement = connection.createStatement();
                ResultSet steps = statement.executeQuery("select max(cast(\"version\" as int)) from \"flyway_schema_history\"")) {
            return steps.next() && steps.getInt(1) > 0 && steps.getInt(1) < FIRST_WITH_KEY;
        } catch (SQLException e) {
            // It has a user of its own, or cannot be read: that is said once it is opened.
            return false;
        }
    }

    private static Optional<Connection> tried(String url, String user, String password) throws SQLException {
        try {
            return Optional.of(DriverManager.getConnection(url, user, password));
        } catch (SQLException e) {
            if (e.getErrorCode() == ErrorCode.WRONG_USER_OR_PASSWORD || e.getErrorCode() == ErrorCode.FILE_ENCRYPTION_ERROR_1) {
                return Optional.empty();
            }
            throw e;
        }
    }

    private void leaveFormerUser(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet former = statement.executeQuery("select 1 from information_schema.users where user_name = '" + FORMER_USER
                + "'")) {
            if (!former.next()) {
                return;
            }
        }
        try (Statement statement = connection.createStatement()) {
            String own = password.substring(password.lastIndexOf(' ') + 1);
            statement.execute("create user if not exists " + USER + " password '" + own + "' admin");
        }
        try (Connection ours = DriverManager.getConnection(url, USER, password); Statement statement = ours.createStatement()) {
            connection.close();
            statement.execute("drop user " + FORMER_USER);
            first = DriverManager.getConnection(url, USER, password);
        }
    }

    /** After whoever had the database open. */
    @Override
    public void destroy() {
        isOpened();
        if (working) {
            Shrinking.shrink(file, secrets);
        }
    }

    /** The database has been opened by others: what kept it open until then lets go. */
    void isOpened() {
        try {
            if (first != null) {
                first.close();
                first = null;
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The password of the file of an encrypted database. */
    public static String filePassword(Secrets secrets) {
        return made(secrets, "the database's file");
    }

    private static String password(Secrets secrets, boolean encrypted) {
        String own = made(secrets, "the database's user");
        return encrypted ? filePassword(secrets) + " " + own : own;
    }

    private static String made(Secrets secrets, String purpose) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(secrets.derived(purpose));
    }

    @Override
    public String getUsername() {
        return USER;
    }

    @Override
    public String getPassword() {
        return password;
    }

    @Override
    public String getJdbcUrl() {
        return url;
    }
}
