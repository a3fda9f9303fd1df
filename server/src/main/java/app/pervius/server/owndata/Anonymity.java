package app.pervius.server.owndata;

import app.pervius.server.accounts.AccountBook;
import app.pervius.server.acts.Acting;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.PersonUse;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Renaming;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Makes somebody anonymous who is here no longer: name, addresses and job go wherever Pervius wrote them, and what the person did stays,
 * under a name that says nothing. What people wrote themselves, and what stands in files and their names, stays as it is.
 */
@Service
class Anonymity {

    /**
     * What became of it.
     *
     * @param entries in how many entries the name or the address stood
     * @param sharedNames names that somebody else has too: in texts they stay, since nobody knows who is meant
     */
    record Anonymous(String name, int entries, List<String> sharedNames) {
    }

    private final AccountBook accounts;
    private final People people;
    private final PeopleDesk desk;
    private final List<KeepsNames> keepers;

    Anonymity(AccountBook accounts, People people, PeopleDesk desk, List<KeepsNames> keepers) {
        this.accounts = accounts;
        this.people = people;
        this.desk = desk;
        this.keepers = keepers;
    }

    @Transactional
    public Anonymous make(long id) {
        AccountBook.AccountView account = accounts.account(id);
        if (!account.closed()) {
            throw Refused.conflict("not-closed", "Close the account first: whoever becomes anonymous works here no longer.");
        }
        if (account.anonymous()) {
            throw Refused.conflict("anonymous-already", "This account is anonymous already.");
        }
        List<PersonUse.Hanging> hanging = desk.hangingOnAccount(id);
        if (!hanging.isEmpty()) {
            throw Refused.conflict("hangs-on-person", String.join(" ", hanging.stream().map(PersonUse.Hanging::what).toList()));
        }
        List<People.PersonView> persons = people.ofAccount(id, account.email());
        Set<Long> ids = persons.stream().map(People.PersonView::id).collect(Collectors.toSet());
        Set<String> names = persons.stream().map(People.PersonView::name).collect(Collectors.toCollection(HashSet::new));
        names.add(account.name());
        Set<String> addresses = persons.stream().map(People.PersonView::email).collect(Collectors.toCollection(HashSet::new));
        addresses.add(account.email());
        Set<String> shared = names.stream().filter(name -> people.isShared(name, ids)
                || accounts.all().stream().anyMatch(a -> a.id() != id && a.name().equalsIgnoreCase(name)))
                .collect(Collectors.toCollection(HashSet::new));
        names.removeAll(shared);
        Renaming renaming = new Renaming(id, ids, "Former person " + id, "former-" + id + AccountBook.NO_ADDRESS, names, addresses);
        int entries = keepers.stream().mapToInt(keeper -> keeper.rename(renaming)).sum();
        // Written when all is done, under the new name.
        Acting.to(renaming.name() + ", " + entries + " entries");
        return new Anonymous(renaming.name(), entries, shared.stream().sorted().toList());
    }
}
