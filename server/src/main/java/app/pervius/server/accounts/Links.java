package app.pervius.server.accounts;

import app.pervius.server.refused.Refused;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Secrets;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Links that are good once and for a while. Of their secrets only hashes are kept. */
@Service
@Transactional
public class Links {

    /** What a link is for, and how long it is good. */
    public enum Kind {
        INVITATION(Duration.ofDays(7)), PASSWORD(Duration.ofHours(1));

        private final Duration goodFor;

        Kind(Duration goodFor) {
            this.goodFor = goodFor;
        }
    }

    private final JdbcClient jdbc;
    private final Ids ids;
    private final InstantSource clock;

    Links(JdbcClient jdbc, Ids ids, InstantSource clock) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.clock = clock;
    }

    /** A link for a person to accept the invitation; one made before is no longer good. Gives its secret, which is told this once. */
    public String invite(long person) {
        withdraw(person);
        return make(Kind.INVITATION, "person_id", person);
    }

    /** A link to set a new password; one made before is no longer good. Gives its secret, which is told this once. */
    public String forPassword(long account) {
        jdbc.sql("delete from account_link where account_id = ?").param(account).update();
        return make(Kind.PASSWORD, "account_id", account);
    }

    /** The person a secret invites, while it is good. */
    @Transactional(readOnly = true)
    public Optional<Long> invited(String secret) {
        return good(Kind.INVITATION, "person_id", secret);
    }

    /** The account a secret lets set a password for, while it is good. */
    @Transactional(readOnly = true)
    public Optional<Long> account(String secret) {
        return good(Kind.PASSWORD, "account_id", secret);
    }

    /** Until when a person's invitation is good; empty if there is none. */
    @Transactional(readOnly = true)
    public Optional<Instant> invitedUntil(long person) {
        return jdbc.sql("select until_at from account_link where person_id = ?").param(person)
                .query((row, n) -> row.getObject("until_at", OffsetDateTime.class).toInstant()).optional()
                .filter(until -> until.isAfter(clock.instant()));
    }

    /** Takes a link: it is good no longer. Of two who take it at once one is refused. */
    public void use(String secret) {
        if (jdbc.sql("delete from account_link where secret_hash = ?").param(Secrets.hash(secret)).update() == 0) {
            throw over();
        }
    }

    public void withdraw(long person) {
        jdbc.sql("delete from account_link where person_id = ?").param(person).update();
    }

    /** What is said where a link is good no longer. */
    public static Refused over() {
        return Refused.conflict("link-over",
                "This link is no longer good: it was used, replaced by a newer one, or is too old. Ask for another one.");
    }

    @EventListener
    void proofsOver(AccountBook.ProofsOver over) {
        jdbc.sql("delete from account_link where account_id = ?").param(over.account()).update();
    }

    private String make(Kind kind, String column, long of) {
        String secret = Secrets.fresh();
        jdbc.sql("insert into account_link (id, kind, " + column + ", secret_hash, until_at, made_at) values (?, ?, ?, ?, ?, ?)")
                .params(ids.next(), kind.name(), of, Secrets.hash(secret), clock.instant().plus(kind.goodFor).atOffset(ZoneOffset.UTC),
                        clock.instant().atOffset(ZoneOffset.UTC)).update();
        return secret;
    }

    private Optional<Long> good(Kind kind, String column, String secret) {
        return jdbc.sql("select " + column + " from account_link where secret_hash = ? and kind = ? and until_at > ?")
                .params(Secrets.hash(secret), kind.name(), clock.instant().atOffset(ZoneOffset.UTC)).query(Long.class).optional();
    }
}
