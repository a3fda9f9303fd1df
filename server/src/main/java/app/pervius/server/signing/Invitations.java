package app.pervius.server.signing;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Links;
import app.pervius.server.accounts.OwnWords;
import app.pervius.server.accounts.Passwords;
import app.pervius.server.refused.Refused;
import app.pervius.server.messages.Messages;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.projects.Projects;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Invitations: nobody is taken into a project unasked, and nobody sets another's password. Whoever has the link sets a password
 * of a new account, or joins with the account that person has. What a controller sees is the same either way.
 */
@Service
public class Invitations {

    private final People people;
    private final PeopleDesk desk;
    private final AccountBook accounts;
    private final Accounts actors;
    private final Links links;
    private final Passwords passwords;
    private final OwnWords ownWords;
    private final Projects projects;
    private final Messages messages;
    private final TransactionTemplate transaction;
    private final String address;

    Invitations(People people, PeopleDesk desk, AccountBook accounts, Accounts actors, Links links, Passwords passwords, OwnWords ownWords,
            Projects projects, Messages messages,
            TransactionTemplate transaction, @Value("${pervius.address}") String address) {
        this.people = people;
        this.desk = desk;
        this.accounts = accounts;
        this.actors = actors;
        this.links = links;
        this.passwords = passwords;
        this.ownWords = ownWords;
        this.projects = projects;
        this.messages = messages;
        this.transaction = transaction;
        this.address = address;
    }

    /** Adds a person to a project, with roles. */
    long add(long project, People.NewPerson entered, Set<Long> roles) {
        return java.util.Objects.requireNonNull(transaction.execute(status -> {
            long person = desk.addPerson(project, entered);
            desk.give(project, person, roles);
            return person;
        }));
    }

    /**
     * Invites a person of a project, by mail, or by a link to hand over, which is given where there is no mail. One sent before is no
     * longer good.
     */
    public Optional<String> invite(long project, long person, String inviter) {
        if (!people.isMember(project, person)) {
            throw Refused.notFound("person");
        }
        People.PersonView view = people.person(person);
        if (view.joined()) {
            throw Refused.conflict("joined-already", view.name() + " is in the project already and can sign in.");
        }
        return Objects.requireNonNull(transaction.execute(status -> {
            String place = "/invitation/" + links.invite(person);
            if (!messages.mailed()) {
                return Optional.of(address + place);
            }
            Projects.Settings settings = projects.settings(project);
            messages.sendToAccount(project, view.email(), Occasion.INVITED,
                    "[" + settings.code() + "] You are invited to " + settings.name(),
                    "Dear " + view.name() + ",\n\n" + inviter
                    + " invites you to the project " + settings.name()
                    + ". Set a password within 7 days, or sign in with the account you have, and you are in:\n\n", place);
            return Optional.<String>empty();
        }));
    }

    /** The person a secret invites. */
    People.PersonView invited(String secret) {
        return people.person(person(secret));
    }

    /** The project a secret invites to. */
    Projects.Settings project(String secret) {
        return projects.settings(people.projectOf(person(secret)));
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
            if (messages.mailed()) {
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

    /** A link of Pervius, as it is handed over where there is no mail; absent where it was mailed. */
    record HandedOver(@Nullable String link) {
    }
}
