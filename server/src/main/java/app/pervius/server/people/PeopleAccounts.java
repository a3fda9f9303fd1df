package app.pervius.server.people;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
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

    private final PersonRepository people;
    private final RoleRepository roles;
    private final Remembered<Long, Actor> actors = new Remembered<>();

    PeopleAccounts(PersonRepository people, RoleRepository roles) {
        this.people = people;
        this.roles = roles;
    }

    @Override
    public Optional<Account> byEmail(String email) {
        return people.findByEmail(email).filter(p -> p.active).map(p -> new Account(p.id(), Optional.ofNullable(p.passwordHash)));
    }

    @Override
    public Optional<Actor> actor(long person) {
        return actors.find(person, () -> people.findById(person).filter(p -> p.active)
                .map(p -> new Actor(p.id(), p.name, p.firm.id(), p.administrator, Map.copyOf(memberships(p.id())))));
    }

    /** The current transaction changes people, roles or who is in a project. */
    void changed() {
        actors.changed();
    }

    private Map<Long, Actor.Membership> memberships(long person) {
        Map<Long, List<Role>> held = roles.heldBy(person).stream().collect(Collectors.groupingBy(r -> r.projectId));
        Map<Long, Actor.Membership> memberships = new HashMap<>();
        for (long project : people.projectsOf(person)) {
            List<Role> here = held.getOrDefault(project, List.of());
            memberships.put(project, new Actor.Membership(here.stream().map(Role::id).collect(Collectors.toSet()),
                    here.stream().anyMatch(r -> r.controls), here.stream().anyMatch(r -> r.seesAll)));
        }
        return memberships;
    }
}
