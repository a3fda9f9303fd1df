package app.pervius.server.signing;

import app.pervius.core.tell.Occasion;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Links;
import app.pervius.server.accounts.OwnWords;
import app.pervius.server.accounts.Passwords;
import app.pervius.server.acts.Acting;
import app.pervius.server.messages.AccountMail;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** New passwords by a link that is good once, for an hour. */
@Service
public class NewPasswords {

    /** Nobody's mailbox is filled by somebody who asks again and again. */
    private static final Duration BETWEEN_MAILS = Duration.ofMinutes(2);
    private final Map<Long, Instant> mailed = new ConcurrentHashMap<>();

    private final AccountBook accounts;
    private final Links links;
    private final Passwords passwords;
    private final OwnWords ownWords;
    private final AccountMail mail;
    private final TransactionTemplate transaction;
    private final InstantSource clock;
    private final String address;

    NewPasswords(AccountBook accounts, Links links, Passwords passwords, OwnWords ownWords, AccountMail mail,
            TransactionTemplate transaction, InstantSource clock, @Value("${pervius.address}") String address) {
        this.accounts = accounts;
        this.links = links;
        this.passwords = passwords;
        this.ownWords = ownWords;
        this.mail = mail;
        this.transaction = transaction;
        this.clock = clock;
        this.address = address;
    }

    /**
     * Somebody has forgotten a password. What is done about it is done afterwards, so that the answer tells nothing, nor how long it takes.
     */
    void forgotten(String email) {
        Thread.ofVirtual().name("forgotten password").start(() -> accounts.byEmail(email)
                .filter(a -> !a.closed() && mail.mailed() && mayMail(a.id()))
                .ifPresent(a -> send(a.id(),
                        "somebody has asked for a new password for your account in Pervius. If that was not you, do nothing: your "
                        + "password stays as it is.")));
    }

    private boolean mayMail(long account) {
        Instant now = clock.instant();
        mailed.values().removeIf(at -> at.plus(BETWEEN_MAILS).isBefore(now));
        return mailed.putIfAbsent(account, now) == null;
    }

    /** Sends a link for a new password, or gives it where there is no mail. */
    public Optional<String> send(long account, String why) {
        AccountBook.AccountView view = accounts.account(account);
        return Objects.requireNonNull(transaction.execute(status -> {
            String place = "/new-password/" + links.forPassword(account);
            if (!mail.mailed()) {
                return Optional.of(address + place);
            }
            mail.send(null, view.email(), Occasion.NEW_PASSWORD, "A new password for Pervius",
                    "Dear " + view.name() + ",\n\n" + why + "\n\nSet a new password within an hour:\n\n", place);
            return Optional.<String>empty();
        }));
    }

    /** The account a secret lets set a password for. */
    AccountBook.AccountView of(String secret) {
        return links.account(secret).map(accounts::account).filter(a -> !a.closed()).orElseThrow(Links::over);
    }

    /** Sets the password; the link, and all that was proved by the former one, is over. Gives the account. */
    long set(String secret, String password) {
        AccountBook.AccountView account = of(secret);
        String hash = passwords.hash(password, ownWords.of(account.id()));
        transaction.executeWithoutResult(status -> {
            links.use(secret);
            Acting.by(account.id(), account.name());
            Acting.to(account.email());
            accounts.setPassword(account.id(), hash);
            if (mail.mailed()) {
                accounts.addressProved(account.id());
            }
        });
        return account.id();
    }
}
