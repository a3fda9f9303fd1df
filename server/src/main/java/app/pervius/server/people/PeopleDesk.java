package app.pervius.server.people;

import app.pervius.core.arrive.Unseen;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.acts.Acting;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.refused.Refused;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Setting up firms and people. */
@Service
@Transactional
public class PeopleDesk {

    private final PersonRepository people;
    private final FirmRepository firms;
    private final RoleRepository roles;
    private final AccountBook accounts;
    private final PeopleNews news;
    private final Live live;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;
    private final List<PersonUse> uses;

    PeopleDesk(PersonRepository people, FirmRepository firms, RoleRepository roles, AccountBook accounts, PeopleNews news, Live live,
            InstantSource clock, ApplicationEventPublisher events, @Lazy List<PersonUse> uses) {
        this.people = people;
        this.firms = firms;
        this.roles = roles;
        this.accounts = accounts;
        this.news = news;
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
        Acting.to(project, firm.code + " " + firm.name);
        return firms.save(firm).id();
    }

    /** Adds a person to a project; who has left it before is of it again, as entered now. Gives the person's id. */
    public long addPerson(long project, People.NewPerson entered) {
        for (String named : List.of(entered.name(), entered.job(), entered.email())) {
            if (Unseen.in(named.strip())) {
                throw Refused.invalid("name", "“" + entered.name().strip() + "” has a character in it that cannot be seen.");
            }
        }
        String email = entered.email().strip();
        if (!email.matches("[^@\\s]+@[^@\\s]+")) {
            throw Refused.invalid("email", "“" + email + "” is not an e-mail address.");
        }
        Person person = people.findByProjectIdAndAddressKey(project, AccountBook.key(email)).orElseGet(Person::new);
        if (person.projectId != 0 && !person.gone) {
            throw Refused.invalid("email", "There is a person with the address " + email + " in this project already.");
        }
        news.changed(project);
        Acting.to(project, entered.name().strip() + " <" + email + ">");
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
        news.changed(person.projectId);
        if (people.ofAccount(account).stream().anyMatch(p -> p.projectId == person.projectId)) {
            throw Refused.conflict("joined-already", "This account is in the project already, as somebody else.");
        }
        person.accountId = account;
        Acting.to(person.projectId, person.name);
        Acting.by(account, person.name);
        person.active = !accounts.account(account).closed();
        people.saveAndFlush(person);
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
        news.changed(project);
        Acting.to(project, person.name);
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
        news.accountChanged();
        for (Person person : people.findByAccountId(change.account())) {
            person.active = open && !person.gone;
            people.saveAndFlush(person);
            roles.heldBy(person.id()).forEach(role -> events.publishEvent(new RoleChanged(person.projectId, role.id(),
                    people.holding(role.id()).stream().map(Person::id).collect(Collectors.toSet()))));
            live.changed(new Change(person.projectId, null, Live.Topic.PEOPLE, person.id()));
        }
    }

    /** A person of a project who has not left it. */
    private Person inProject(long project, long id) {
        return people.findById(id).filter(p -> p.projectId == project && !p.gone).orElseThrow(() -> Refused.notFound("person"));
    }

    private Person person(long id) {
        return people.findById(id).orElseThrow(() -> Refused.notFound("person"));
    }
}
