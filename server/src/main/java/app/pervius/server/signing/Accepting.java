package app.pervius.server.signing;

import app.pervius.core.review.Who;
import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Links;
import app.pervius.server.accounts.OwnWords;
import app.pervius.server.accounts.Passwords;
import app.pervius.server.messages.AccountMail;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Whoever has the link of an invitation joins, with a new account or the one that person has. */
@Service
class Accepting {

    private final People people;
    private final PeopleDesk desk;
    private final AccountBook accounts;
    private final Accounts actors;
    private final Links links;
    private final Passwords passwords;
    private final OwnWords ownWords;
    private final AccountMail mail;
    private final TransactionTemplate transaction;

    Accepting(People people, PeopleDesk desk, AccountBook accounts, Accounts actors, Links links, Passwords passwords, OwnWords ownWords,
            AccountMail mail, TransactionTemplate transaction) {
        this.people = people;
        this.desk = desk;
        this.accounts = accounts;
        this.actors = actors;
        this.links = links;
        this.passwords = passwords;
        this.ownWords = ownWords;
        this.mail = mail;
        this.transaction = transaction;
    }

    /** The person a secret invites. */
    People.PersonView invited(String secret) {
        return people.person(person(secret));
    }

    /**
     * The invited person gets an account with a password of his or her own and joins; the link leads nowhere afterwards. Gives the account.
     */
    long accept(String secret, String password) {
        long person = person(secret);
        People.PersonView view = people.person(person);
        Optional<AccountBook.AccountView> there = accounts.byEmail(view.email());
        if (there.isPresent() && (there.get().closed() || actors.actor(there.get().id()).isPresent())) {
            throw Refused.conflict("account-there",
                    "There is an account with this address already. Sign in with it to accept the invitation.");
        }
        String hash = passwords.hash(password, ownWords.of(view.name(), view.email(), List.of(people.projectOf(person))));
        Long account = transaction.execute(status -> {
            links.use(secret);
            // Who has left the last project signs in no more; the same account is taken up again.
            long made = there.map(AccountBook.AccountView::id).orElseGet(() -> accounts.make(view.name(), view.email(), false));
            accounts.setPassword(made, hash);
            if (mail.mailed()) {
                accounts.addressProved(made);
            }
            desk.joins(person, made);
            return made;
        });
        return java.util.Objects.requireNonNull(account);
    }

    /** Whoever is signed in joins as the invited person. */
    void accept(String secret, Actor actor) {
        long person = person(secret);
        transaction.executeWithoutResult(status -> {
            links.use(secret);
            desk.joins(person, actor.account());
        });
    }

    private long person(String secret) {
        return links.invited(secret).filter(id -> people.person(id).active() && !people.person(id).joined()).orElseThrow(Links::over);
    }

    /** The project a secret invites to. */
    long project(String secret) {
        return people.projectOf(person(secret));
    }
}
