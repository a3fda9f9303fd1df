package app.pervius.server.accounts;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What somebody signs in with; who that is in a project is a person there. */
@Entity
class Account extends Row {
    String email = "";
    /** The address in small letters: no two accounts have the same. */
    String emailKey = "";
    String name = "";
    @Nullable String passwordHash;
    @Nullable Instant passwordSetAt;
    boolean administrator;
    boolean closed;
    /** Whether a link that was mailed to the address was used: who can read its mail has this account. */
    boolean addressProved;
    /** The secret of one-time codes, encrypted; absent without them. */
    @Nullable String codeSecret;
    /** The last step of time a code was taken for. */
    long codeStep;
    Instant createdAt = Instant.EPOCH;
    @Version
    int version;
}
