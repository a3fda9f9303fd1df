package app.pervius.server.people;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.store.Remembered;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

@Component
@Transactional(readOnly = true)
class PeopleAccounts implements Accounts {

    private final AccountBook accounts;
    private final PersonRepository people;
    private final RoleRepository roles;
    private final Remembered<Long, Actor> actors = new Remembered<>();

    PeopleAccounts(AccountBook accounts, PersonRepository people, RoleRepository roles) {
        this.accounts = accounts;
        this.people = people;
        this.roles = roles;
    }

    @Override
    public Optional<Actor> actor(long account) {
        return actors.find(account, () -> accounts.find(account).filter(a -> !a.closed())
                .map(a -> new Actor(a.id(), a.name(), a.administrator(), Map.copyOf(memberships(a.id()))))
                .filter(a -> a.administrator() || !a.memberships().isEmpty()));
    }

    @Override
    public Optional<Actor> ofPerson(long person) {
        return people.findById(person).flatMap(p -> p.accountId == null ? Optional.empty() : actor(p.accountId));
    }

    /** The current transaction changes people, roles or who is in a project. */
    void changed() {
        actors.changed();
    }

    private Map<Long, Actor.Membership> memberships(long account) {
        Map<Long, Actor.Membership> memberships = new HashMap<>();
        for (Person person : people.ofAccount(account)) {
            List<Role> held = roles.heldBy(person.id());
            memberships.put(person.projectId, new Actor.Membership(person.id(), person.firm.id(), person.name, held.stream().map(Role::id)
                    .collect(Collectors.toUnmodifiableSet()),
                    held.stream().anyMatch(r -> r.controls), held.stream().anyMatch(r -> r.seesAll),
                    held.stream().flatMap(r -> r.seesFirms.stream()).collect(Collectors.toUnmodifiableSet()), held.stream()
                    .anyMatch(r -> r.handsIn || r.controls),
                    held.stream().anyMatch(r -> r.sendsByHand || r.controls), held.stream().anyMatch(r -> r.decides || r.controls)));
        }
        return memberships;
    }
}
