package app.pervius.server.people;

import app.pervius.server.accounts.AccountBook;
import app.pervius.server.refused.Refused;
import app.pervius.server.live.Live;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Setting up firms, people and roles. */
@Service
@Transactional
public class PeopleDesk {

    private final People known;
    private final PeopleAccounts actors;
    private final AccountBook accounts;
    private final PersonRepository people;
    private final FirmRepository firms;
    private final RoleRepository roles;
    private final Live live;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;
    private final List<PersonUse> uses;

    PeopleDesk(People known, PeopleAccounts actors, AccountBook accounts, PersonRepository people, FirmRepository firms,
            RoleRepository roles, Live live,
            InstantSource clock, ApplicationEventPublisher events, @Lazy List<PersonUse> uses) {
        this.known = known;
        this.actors = actors;
        this.accounts = accounts;
        this.people = people;
        this.firms = firms;
        this.roles = roles;
        this.live = live;
        this.clock = clock;
        this.events = events;
        this.uses = uses;
    }

    public long addFirm(long project, String code, String name) {
        String upper = code.strip().toUpperCase(Locale.ROOT);
        if (!upper.matches("[A-Z0-9]{2,10}")) {
            throw Refused.invalid("code", "A firm's code has 2 to 10 letters and digits, such as FNK.");
        }
        if (firms.findByProjectIdAndCode(project, upper).isPresent()) {
            throw Refused.invalid("code", "There is a firm " + upper + " already.");
        }
        Firm firm = new Firm();
        firm.projectId = project;
        firm.code = upper;
        firm.name = name.strip();
        return firms.save(firm).id();
    }

    /** Adds a person to a project; who has left it before is of it again, as entered now. Gives the person's id. */
    public long addPerson(long project, People.NewPerson entered) {
        String email = entered.email().strip();
        if (!email.matches("[^@\\s]+@[^@\\s]+")) {
            throw Refused.invalid("email", "“" + email + "” is not an e-mail address.");
        }
        Person person = people.findByProjectIdAndAddressKey(project, AccountBook.key(email)).orElseGet(Person::new);
        if (person.projectId != 0 && !person.gone) {
            throw Refused.invalid("email", "There is a person with the address " + email + " in this project already.");
        }
        changed(project);
        boolean again = person.gone;
        person.projectId = project;
        person.firm = firms.findById(entered.firmId()).filter(f -> f.projectId == project)
                .orElseThrow(() -> Refused.invalid("firmId", "There is no such firm."));
        person.name = entered.name().strip();
        person.address = email;
        person.addressKey = AccountBook.key(email);
        person.job = entered.job().strip();
        person.gone = false;
        person.active = true;
        if (again) {
            // Nobody is taken into a project unasked, who has been in it before neither.
            person.accountId = null;
        } else {
            person.createdAt = clock.instant();
        }
        return people.saveAndFlush(person).id();
    }

    /** From now on an account is this person of the project. */
    public void joins(long personId, long account) {
        Person person = person(personId);
        changed(person.projectId);
        if (people.ofAccount(account).stream().anyMatch(p -> p.projectId == person.projectId)) {
            throw Refused.conflict("joined-already", "This account is in the project already, as somebody else.");
        }
        person.accountId = account;
        person.active = !accounts.account(account).closed();
        people.saveAndFlush(person);
    }

    /** Adds a role; refused where there is one of that name. */
    public long addRole(long project, String name, RoleRights may) {
        changed(project);
        Role role = new Role();
        role.projectId = project;
        set(role, name, may);
        return roles.saveAndFlush(role).id();
    }

    /** Sets what a role is called and lets do. Somebody must go on controlling the project. */
    void changeRole(long project, long id, String name, RoleRights may, int version) {
        Role role = role(project, id);
        if (role.version != version) {
            throw Refused.conflict("changed-meanwhile", "Somebody else has changed “" + role.name
                    + "” in the meantime. Look at it as it is now.");
        }
        changed(project);
        set(role, name, may);
        roles.saveAndFlush(role);
        mustBeControlled(project, "may");
        events.publishEvent(new RoleChanged(project, id, Set.copyOf(role.holders)));
    }

    private void set(Role role, String name, RoleRights may) {
        String stripped = name.strip();
        if (roles.findByProjectIdOrderByName(role.projectId).stream().anyMatch(r -> r != role && r.name.equalsIgnoreCase(stripped))) {
            throw Refused.invalid("name", "There is a role “" + stripped + "” already.");
        }
        if (!firms.findAllById(may.seesFirms()).stream().filter(f -> f.projectId == role.projectId).map(Firm::id).toList()
                .containsAll(may.seesFirms())) {
            throw Refused.invalid("seesFirms", "One of these firms does not exist.");
        }
        role.name = stripped;
        role.controls = may.controls();
        role.seesAll = may.seesAll() || may.controls();
        role.seesFirms.clear();
        if (!role.seesAll) {
            role.seesFirms.addAll(may.seesFirms());
        }
        role.handsIn = may.handsIn() || may.controls();
        role.sendsByHand = may.sendsByHand() || may.controls();
        role.decides = may.decides() || may.controls();
    }

    /** Sets who holds a role, of the people of the project. Somebody must go on controlling the project. */
    public void setHolders(long project, long roleId, List<Long> holders, int version) {
        Role role = role(project, roleId);
        if (role.version != version) {
            throw Refused.conflict("changed-meanwhile", "Somebody else has changed who holds “" + role.name + "” in the meantime.");
        }
        Set<Long> wanted = new TreeSet<>(holders);
        if (people.findByProjectIdAndGoneFalseAndIdIn(project, wanted).size() != wanted.size()) {
            throw Refused.invalid("holders", "One of these people is not in this project.");
        }
        changed(project);
        role.holders.retainAll(wanted);
        role.holders.addAll(wanted);
        roles.saveAndFlush(role);
        mustBeControlled(project, "holders");
        events.publishEvent(new RoleChanged(project, roleId, wanted));
    }

    /** Gives a person more roles. */
    public void give(long project, long person, Set<Long> wanted) {
        wanted.stream().sorted().forEach(id -> {
            Role role = role(project, id);
            Set<Long> holders = new HashSet<>(role.holders);
            if (holders.add(person)) {
                setHolders(project, id, List.copyOf(holders), role.version);
            }
        });
    }

    private void mustBeControlled(long project, String field) {
        Set<Long> controlling = new HashSet<>();
        roles.findByProjectIdOrderByName(project).stream().filter(r -> r.controls).forEach(r -> controlling.addAll(r.holders));
        if (people.findByProjectIdAndGoneFalseAndIdIn(project, controlling).stream().noneMatch(p -> p.active)) {
            throw Refused.invalid(field, "Somebody has to be document controller of the project.");
        }
    }

    /** What hangs on a person in a project: roles only this person holds, and what the features say. */
    @Transactional(readOnly = true)
    List<PersonUse.Hanging> hangingOn(long project, long person) {
        List<PersonUse.Hanging> hanging = new ArrayList<>();
        roles.findByProjectIdOrderByName(project).stream().filter(r -> r.holders.equals(Set.of(person)))
                .forEach(r -> hanging.add(new PersonUse.Hanging("Nobody else holds “" + r.name + "”. Give it to somebody else first.",
                        "/people?role=" + r.id())));
        uses.forEach(use -> hanging.addAll(use.hangingOn(project, person)));
        return hanging;
    }

    /** What hangs on the persons of an account, in all its projects. */
    @Transactional(readOnly = true)
    public List<PersonUse.Hanging> hangingOnAccount(long account) {
        return people.ofAccount(account).stream().flatMap(p -> hangingOn(p.projectId, p.id()).stream()).toList();
    }

    /** The projects an account is in. */
    @Transactional(readOnly = true)
    public List<Long> projectsOf(long account) {
        return people.ofAccount(account).stream().map(p -> p.projectId).toList();
    }

    /**
     * A person leaves a project: holds no role there and sees nothing of it any more. What the person did stays. Refused while something
     * hangs on the person.
     */
    void leave(long project, long id) {
        Person person = inProject(project, id);
        List<String> hanging = hangingOn(project, id).stream().map(PersonUse.Hanging::what).toList();
        if (!hanging.isEmpty()) {
            throw Refused.conflict("hangs-on-person", String.join(" ", hanging));
        }
        changed(project);
        for (Role role : roles.findByProjectIdOrderByName(project)) {
            if (role.holders.remove(id)) {
                roles.saveAndFlush(role);
                events.publishEvent(new RoleChanged(project, role.id(), Set.copyOf(role.holders)));
            }
        }
        person.gone = true;
        person.active = false;
        people.saveAndFlush(person);
        events.publishEvent(new PersonLeft(project, id));
    }

    /** People are active or not as their account is open or closed. */
    @EventListener
    void accountChanged(AccountBook.AccountChanged change) {
        boolean open = !accounts.account(change.account()).closed();
        actors.changed();
        known.changed();
        for (Person person : people.findByAccountId(change.account())) {
            person.active = open && !person.gone;
            people.saveAndFlush(person);
            roles.heldBy(person.id()).forEach(role -> events.publishEvent(new RoleChanged(person.projectId, role.id(),
                    people.holding(role.id()).stream().map(Person::id).collect(Collectors.toSet()))));
            live.changed(new Live.Change(person.projectId, null, Live.Topic.PEOPLE, person.id()));
        }
    }

    /** A person of a project who has not left it. */
    private Person inProject(long project, long id) {
        return people.findById(id).filter(p -> p.projectId == project && !p.gone).orElseThrow(() -> Refused.notFound("person"));
    }

    private Person person(long id) {
        return people.findById(id).orElseThrow(() -> Refused.notFound("person"));
    }

    private Role role(long project, long id) {
        return roles.findById(id).filter(r -> r.projectId == project).orElseThrow(() -> Refused.notFound("role"));
    }

    private void changed(long project) {
        known.changed();
        actors.changed();
        live.changed(new Live.Change(project, null, Live.Topic.PEOPLE, project));
    }
}
