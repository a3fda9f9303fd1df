package app.pervius.server.signing;

import app.pervius.core.tell.Occasion;
import app.pervius.server.Pervius;
import app.pervius.server.accounts.Links;
import app.pervius.server.messages.AccountMail;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.RoleDesk;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
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
    private final RoleDesk roles;
    private final Links links;
    private final Projects projects;
    private final AccountMail mail;
    private final TransactionTemplate transaction;
    private final String address;

    Invitations(People people, PeopleDesk desk, RoleDesk roles, Links links, Projects projects, AccountMail mail,
            TransactionTemplate transaction, @Value("${pervius.address}") String address) {
        this.people = people;
        this.desk = desk;
        this.roles = roles;
        this.links = links;
        this.projects = projects;
        this.mail = mail;
        this.transaction = transaction;
        this.address = address;
    }

    /** Adds a person to a project, with roles. */
    long add(long project, People.NewPerson entered, Set<Long> wanted) {
        return java.util.Objects.requireNonNull(transaction.execute(status -> {
            long person = desk.addPerson(project, entered);
            roles.give(project, person, wanted);
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
            if (!mail.mailed()) {
                return Optional.of(address + place);
            }
            Projects.Settings settings = projects.settings(project);
            mail.send(project, view.email(), Occasion.INVITED,
                    "[" + settings.code() + "] You are invited to " + settings.name(),
                    "Dear " + view.name() + ",\n\n" + inviter
                    + " invites you to the project " + settings.name()
                    + ". Set a password within 7 days, or sign in with the account you have, and you are in:\n\n", place);
            return Optional.<String>empty();
        }));
    }

    /** A link of Pervius, as it is handed over where there is no mail; absent where it was mailed. */
    record HandedOver(@Nullable String link) {
    }
}
