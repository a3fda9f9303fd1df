package app.pervius.server.people;

import app.pervius.server.http.Problem;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Lazy;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Setting up firms, people and roles. */
@Service
@Transactional
public class PeopleDesk {

    /** The fewest characters of a password. */
    private static final int SHORTEST_PASSWORD = 10;

    private final People known;
    private final PeopleAccounts accounts;
    private final PersonRepository people;
    private final FirmRepository firms;
    private final RoleRepository roles;
    private final PasswordEncoder passwords;
    private final InstantSource clock;
    private final JdbcClient jdbc;
    private final ApplicationEventPublisher events;
    private final List<PersonUse> uses;

    PeopleDesk(People known, PeopleAccounts accounts, PersonRepository people, FirmRepository firms, RoleRepository roles,
            PasswordEncoder passwords, InstantSource clock, JdbcClient jdbc, ApplicationEventPublisher events, @Lazy List<PersonUse> uses) {
        this.known = known;
        this.accounts = accounts;
        this.people = people;
        this.firms = firms;
        this.roles = roles;
        this.passwords = passwords;
        this.clock = clock;
        this.jdbc = jdbc;
        this.events = events;
        this.uses = uses;
    }

    public long addFirm(String code, String name) {
        String upper = code.strip().toUpperCase(Locale.ROOT);
        if (!upper.matches("[A-Z0-9]{2,10}")) {
            throw Problem.invalid("code", "A firm's code has 2 to 10 letters and digits, such as FNK.");
        }
        if (firms.findByCode(upper).isPresent()) {
            throw Problem.invalid("code", "There is a firm " + upper + " already.");
        }
        Firm firm = new Firm();
        firm.code = upper;
        firm.name = name.strip();
        return firms.save(firm).id();
    }

    public long addPerson(People.NewPerson entered) {
        String email = entered.email().strip();
        if (!email.matches("[^@\\s]+@[^@\\s]+")) {
            throw Problem.invalid("email", "“" + email + "” is not an e-mail address.");
        }
        if (people.findByEmail(email).isPresent()) {
            throw Problem.invalid("email", "There is a person with the address " + email + " already.");
        }
        changed();
        Person person = new Person();
        person.firm = firms.findById(entered.firmId()).orElseThrow(() -> Problem.invalid("firmId", "There is no such firm."));
        person.name = entered.name().strip();
        person.email = email;
        person.job = entered.job().strip();
        person.administrator = entered.administrator();
        person.createdAt = clock.instant();
        if (entered.password() != null && !entered.password().isEmpty()) {
            person.passwordHash = hash(entered.password());
        }
        return people.saveAndFlush(person).id();
    }

    public long addRole(long project, String name, boolean controls, boolean seesAll) {
        changed();
        Role role = new Role();
        role.projectId = project;
        role.name = name.strip();
        role.controls = controls;
        role.seesAll = seesAll;
        return roles.save(role).id();
    }

    /** Makes a person a member of a project; nothing happens if that is so already. */
    public void join(long project, long person) {
        if (!people.projectsOf(person).contains(project)) {
            changed();
            jdbc.sql("insert into project_member (project_id, person_id) values (:project, :person)")
                    .param("project", project).param("person", person).update();
        }
    }

    /** Sets who holds a role; they join the project with it. Somebody must go on controlling the project. */
    public void setHolders(long project, long roleId, List<Long> holders, int version) {
        Role role = roles.findById(roleId).filter(r -> r.projectId == project).orElseThrow(() -> Problem.notFound("role"));
        if (role.version != version) {
            throw Problem.conflict("changed-meanwhile", "Somebody else has changed who holds “" + role.name + "” in the meantime.");
        }
        Set<Long> wanted = new TreeSet<>(holders);
        if (people.findByIdIn(wanted).size() != wanted.size()) {
            throw Problem.invalid("holders", "One of these people does not exist.");
        }
        changed();
        role.holders.retainAll(wanted);
        role.holders.addAll(wanted);
        boolean controlled = roles.findByProjectIdOrderByName(project).stream().anyMatch(r -> r.controls && !r.holders.isEmpty());
        if (!controlled) {
            throw Problem.invalid("holders", "Somebody has to be document controller of the project.");
        }
        roles.saveAndFlush(role);
        wanted.forEach(person -> join(project, person));
        events.publishEvent(new RoleChanged(project, roleId, wanted));
    }

    public boolean hasPassword(long person) {
        return people.findById(person).orElseThrow(() -> Problem.notFound("person")).passwordHash != null;
    }

    public void setPassword(long person, String password) {
        changed();
        people.findById(person).orElseThrow(() -> Problem.notFound("person")).passwordHash = hash(password);
    }

    /** What hangs on a person in a project: roles only this person holds, and what the features say. */
    @Transactional(readOnly = true)
    List<PersonUse.Hanging> hangingOn(long project, long person) {
        List<PersonUse.Hanging> hanging = new ArrayList<>();
        roles.findByProjectIdOrderByName(project).stream().filter(r -> r.holders.equals(Set.of(person)))
                .forEach(r -> hanging.add(new PersonUse.Hanging("Nobody else holds “" + r.name + "”. Give it to somebody else first.", "/people?role=" + r.id())));
        uses.forEach(use -> hanging.addAll(use.hangingOn(project, person)));
        return hanging;
    }

    /** A person leaves a project: holds no role there and sees nothing of it any more. What the person did stays. Refused while something hangs on the person. */
    void leave(long project, long person) {
        if (!people.projectsOf(person).contains(project)) {
            throw Problem.notFound("person");
        }
        List<String> hanging = hangingOn(project, person).stream().map(PersonUse.Hanging::what).toList();
        if (!hanging.isEmpty()) {
            throw Problem.conflict("hangs-on-person", String.join(" ", hanging));
        }
        changed();
        for (Role role : roles.findByProjectIdOrderByName(project)) {
            if (role.holders.remove(person)) {
                roles.saveAndFlush(role);
                events.publishEvent(new RoleChanged(project, role.id(), Set.copyOf(role.holders)));
            }
        }
        jdbc.sql("delete from project_member where project_id = ? and person_id = ?").params(project, person).update();
    }

    public boolean nobodyYet() {
        return people.count() == 0;
    }

    private void changed() {
        known.changed();
        accounts.changed();
    }

    private String hash(String password) {
        if (password.length() < SHORTEST_PASSWORD) {
            throw Problem.invalid("password", "A password has at least " + SHORTEST_PASSWORD + " characters.");
        }
        return passwords.encode(password);
    }
}
