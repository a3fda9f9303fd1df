package app.pervius.server.accounts;

import app.pervius.server.acts.Acting;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Remembered;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The accounts of the installation, for the other features. */
@Service
@Transactional
public class AccountBook {

    /** The end of what stands for the addresses of who was made anonymous: reserved for what is no address (RFC 2606). */
    public static final String NO_ADDRESS = "@anonymous.invalid";

    /**
     * An account as the other features know it.
     *
     * @param codes whether it has one-time codes
     * @param anonymous whether it is nobody's any more
     */
    public record AccountView(long id, String name, String email, boolean administrator, boolean closed, boolean hasPassword, boolean codes,
            boolean anonymous, @Nullable Instant passwordSetAt,
            Instant createdAt) {
    }

    /** An account was closed, opened again, or is administrator from now on or no longer; in the transaction that changes it. */
    public record AccountChanged(long account) {
    }

    /**
     * Nothing that an account had proved until now holds any more: a password was set, or the account closed; in the transaction that does
     * it.
     */
    public record ProofsOver(long account, String why) {
    }

    private final AccountRepository accounts;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;
    private final Remembered<Long, AccountView> remembered = new Remembered<>();

    AccountBook(AccountRepository accounts, InstantSource clock, ApplicationEventPublisher events) {
        this.accounts = accounts;
        this.clock = clock;
        this.events = events;
    }

    /** The address as accounts are told apart by it. */
    public static String key(String email) {
        return email.strip().toLowerCase(Locale.ROOT);
    }

    @Transactional(readOnly = true)
    public Optional<AccountView> find(long id) {
        return remembered.find(id, () -> accounts.findById(id).map(AccountBook::view));
    }

    @Transactional(readOnly = true)
    public AccountView account(long id) {
        return find(id).orElseThrow(() -> Refused.notFound("account"));
    }

    @Transactional(readOnly = true)
    public Optional<AccountView> byEmail(String email) {
        return accounts.findByEmailKey(key(email)).map(AccountBook::view);
    }

    @Transactional(readOnly = true)
    public Optional<String> passwordHash(long account) {
        return accounts.findById(account).map(a -> a.passwordHash);
    }

    @Transactional(readOnly = true)
    public List<AccountView> all() {
        return accounts.findAllByOrderByNameAscIdAsc().stream().map(AccountBook::view).toList();
    }

    @Transactional(readOnly = true)
    public boolean nobodyYet() {
        return accounts.count() == 0;
    }

    /** Makes an account without a password; the address must not have one yet. Gives its id. */
    public long make(String name, String email, boolean administrator) {
        Account account = new Account();
        account.name = name.strip();
        account.email = email.strip();
        account.emailKey = key(email);
        account.administrator = administrator;
        account.createdAt = clock.instant();
        return accounts.saveAndFlush(account).id();
    }

    /** Sets a password by its hash (see {@link Passwords#hash}); all sessions and links of the account are over with it. */
    public void setPassword(long id, String hash) {
        Account account = changing(id);
        account.passwordHash = hash;
        account.passwordSetAt = clock.instant();
        accounts.saveAndFlush(account);
        events.publishEvent(new ProofsOver(id, "a password was set"));
    }

    /** A link that was mailed to the account's address was used. */
    public void addressProved(long id) {
        changing(id).addressProved = true;
    }

    /**
     * Somebody comes from a provider who says that the address is that person's. If nobody had proved it before, whoever
     * set the password may be somebody else: it is taken away, with all that was proved by it.
     */
    public void provedByProvider(long id) {
        Account account = changing(id);
        if (!account.addressProved) {
            account.addressProved = true;
            account.passwordHash = null;
            accounts.saveAndFlush(account);
            events.publishEvent(new ProofsOver(id, "the address was proved by a provider"));
        }
    }

    /** Nobody signs in with it any more, and all its sessions are over; what was done with it stays. */
    public void close(long id) {
        Account account = changing(id);
        Acting.to(account.email);
        account.closed = true;
        mustKeepAnAdministrator(account);
        events.publishEvent(new ProofsOver(id, "the account was closed"));
        events.publishEvent(new AccountChanged(id));
    }

    public void open(long id) {
        Account account = changing(id);
        if (view(account).anonymous()) {
            throw Refused.conflict("anonymous", "This account was made anonymous: it is nobody's any more. Invite the person anew.");
        }
        Acting.to(account.email);
        account.closed = false;
        accounts.saveAndFlush(account);
        events.publishEvent(new AccountChanged(id));
    }

    public void setAdministrator(long id, boolean administrator) {
        Account account = changing(id);
        Acting.to(account.email + (administrator ? " does" : " does no longer"));
        account.administrator = administrator;
        mustKeepAnAdministrator(account);
        events.publishEvent(new AccountChanged(id));
    }

    private void mustKeepAnAdministrator(Account account) {
        accounts.saveAndFlush(account);
        if (accounts.countByAdministratorTrueAndClosedFalse() == 0) {
            throw Refused.conflict("last-administrator",
                    "Somebody has to administer the installation: make somebody else administrator first.");
        }
    }

    /** The account, which the current transaction changes. */
    Account changing(long id) {
        remembered.changed();
        return accounts.findById(id).orElseThrow(() -> Refused.notFound("account"));
    }

    static AccountView view(Account a) {
        return new AccountView(a.id(), a.name, a.email, a.administrator, a.closed, a.passwordHash != null, a.codeSecret != null,
                a.email.endsWith(NO_ADDRESS), a.passwordSetAt, a.createdAt);
    }
}
