package app.pervius.server.people;

import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Holder;
import app.pervius.core.tell.Audience;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Remembered;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People, firms and roles, for the other features. */
@Service
@Transactional(readOnly = true)
public class People {

    /** A person as the other features know one; {@code joined} is whether the invitation was accepted. */
    public record PersonView(long id, String name, String email, String job, long firmId, String firmCode, String firmName, boolean active,
            boolean joined) {
    }

    /** A firm. */
    public record FirmView(long id, String code, String name) {
    }

    /** A role of a project: what it lets do, and the people who hold it. */
    public record RoleView(long id, String name, RoleRights may, List<Long> holders, int version) {
    }

    private final PersonRepository people;
    private final FirmRepository firms;
    private final RoleRepository roles;
    private final Remembered<Long, PersonView> persons = new Remembered<>();
    private final Remembered<Long, FirmView> firmViews = new Remembered<>();
    private final Remembered<RoleId, List<Holder>> holders = new Remembered<>();
    private final Remembered<RoleId, String> roleNames = new Remembered<>();
    /** For each project the roles of its people. */
    private final Remembered<Long, Map<Long, Set<RoleId>>> rolesOf = new Remembered<>();
    private final Remembered<Long, List<RoleView>> rolesIn = new Remembered<>();
    /** For each project its active people. */
    private final Remembered<Long, Set<Long>> members = new Remembered<>();

    People(PersonRepository people, FirmRepository firms, RoleRepository roles) {
        this.people = people;
        this.firms = firms;
        this.roles = roles;
    }

    public PersonView person(long id) {
        return persons.get(id, () -> people.findById(id).map(People::view).orElseThrow(() -> Refused.notFound("person")));
    }

    /** The project a person is of. */
    public long projectOf(long person) {
        return people.findById(person).orElseThrow(() -> Refused.notFound("person")).projectId;
    }

    public Map<Long, PersonView> persons(Collection<Long> ids) {
        return ids.stream().distinct().map(this::person).collect(Collectors.toMap(PersonView::id, Function.identity()));
    }

    /** Who an account is in its projects, in those it has left too, and where it was asked in and has not come yet. */
    public List<PersonView> ofAccount(long account, String email) {
        return people.ofAccountOrAddress(account, AccountBook.key(email)).stream().map(People::view).toList();
    }

    /** Whether somebody else than these persons has a name, in any project. */
    public boolean isShared(String name, Set<Long> persons) {
        return people.calledSo(name).stream().anyMatch(person -> !persons.contains(person));
    }

    public List<PersonView> membersOf(long project) {
        return people.membersOf(project).stream().map(People::view).toList();
    }

    public FirmView firm(long id) {
        return firmViews.get(id, () -> firms.findById(id).map(People::view).orElseThrow(() -> Refused.notFound("firm")));
    }

    /** A firm of a project, for an id somebody gave. */
    public FirmView firm(long project, long id) {
        return firms.findById(id).filter(f -> f.projectId == project).map(People::view).orElseThrow(() -> Refused.notFound("firm"));
    }

    public List<FirmView> firms(long project) {
        return firms.findByProjectIdOrderByCode(project).stream().map(People::view).toList();
    }

    public List<RoleView> roles(long project) {
        return rolesIn.get(project, () -> roles.findByProjectIdOrderByName(project).stream().map(People::view).toList());
    }

    /** The roles a person holds in a project. */
    public Set<RoleId> rolesOf(long project, long person) {
        return rolesOf.get(project, () -> {
            Map<Long, Set<RoleId>> byPerson = new HashMap<>();
            roles(project).forEach(role -> role.holders().forEach(holder ->
                    byPerson.computeIfAbsent(holder, k -> new HashSet<>()).add(new RoleId(role.id()))));
            return byPerson;
        }).getOrDefault(person, Set.of());
    }

    public String roleName(RoleId role) {
        return roleNames.get(role, () -> roles.findById(role.value()).map(r -> r.name).orElse("a role that is gone"));
    }

    /** The active people who hold a role. */
    public List<Holder> holders(RoleId role) {
        return holders.get(role, () -> people.holding(role.value()).stream()
                .map(p -> new Holder(new PersonId(p.id()), new FirmId(p.firm.id()))).toList());
    }

    /** The active people who control a project. */
    public List<PersonView> controllers(long project) {
        return holding(project, RoleRights::controls).toList();
    }

    /** The active people of a project who may decide on what others send, and so may sit in its reviews. */
    public List<Holder> reviewingSide(long project) {
        return having(project, r -> r.controls() || r.decides() && (r.seesAll() || !r.seesFirms().isEmpty()));
    }

    /** Those of the reviewing side who see what a firm sends. */
    public List<Holder> reviewingSide(long project, long firm) {
        Set<PersonId> seeing = having(project, r -> sees(r, firm)).stream().map(Holder::person).collect(Collectors.toSet());
        return reviewingSide(project).stream().filter(h -> seeing.contains(h.person())).toList();
    }

    /** Whether a person of the project may be told of what a firm sends: one of that firm, or who sees that firm's work. */
    public boolean maySee(long project, long person, long firm) {
        return isMember(project, person) && (person(person).firmId() == firm
                || roles(project).stream().anyMatch(r -> r.holders().contains(person) && sees(r.may(), firm)));
    }

    /** Whether a role of a person lets that person decide. */
    public boolean decides(long project, long person) {
        return holding(project, r -> r.controls() || r.decides()).anyMatch(p -> p.id() == person);
    }

    private static boolean sees(RoleRights may, long firm) {
        return may.controls() || may.seesAll() || may.seesFirms().contains(firm);
    }

    private List<Holder> having(long project, Predicate<RoleRights> right) {
        return holding(project, right).map(p -> new Holder(new PersonId(p.id()), new FirmId(p.firmId()))).toList();
    }

    /** The active people whose roles let them do something, each once. */
    private Stream<PersonView> holding(long project, Predicate<RoleRights> right) {
        return roles(project).stream().filter(r -> right.test(r.may())).flatMap(r -> r.holders().stream()).distinct().sorted()
                .map(this::person).filter(PersonView::active);
    }

    /** Whether a person is of the project and active. */
    public boolean isMember(long project, long person) {
        return members.get(project, () -> people.membersOf(project).stream().filter(p -> p.active).map(Person::id)
                .collect(Collectors.toUnmodifiableSet())).contains(person);
    }

    /** The active people an audience means; addresses outside are not among them. */
    public List<Long> who(Audience audience, long project, Circle around) {
        Stream<Long> meant = switch (audience) {
            case Audience.Author() -> Stream.of(around.author());
            case Audience.Uploader() -> Stream.of(around.uploader());
            case Audience.Holders(RoleId role) -> holding(List.of(role));
            case Audience.OfFirm(FirmId firm) -> people.membersOf(project).stream().filter(p -> p.firm.id() == firm.value())
                    .map(Person::id);
            case Audience.Outside outside -> Stream.empty();
            case Audience.ByMatrix() -> holding(around.told());
            case Audience.Lead() -> holding(around.lead());
            case Audience.Deciding() -> around.deciding().stream();
            case Audience.EarlierHolders() -> around.earlier().stream();
            case Audience.Followers() -> around.followers().stream();
            case Audience.Named(PersonId person) -> Stream.of(person.value());
        };
        return meant.distinct().filter(id -> person(id).active()).toList();
    }

    private Stream<Long> holding(List<RoleId> roles) {
        return roles.stream().flatMap(role -> holders(role).stream()).map(h -> h.person().value());
    }

    /** The current transaction changes people or roles. */
    void changed() {
        persons.changed();
        firmViews.changed();
        holders.changed();
        roleNames.changed();
        rolesOf.changed();
        rolesIn.changed();
        members.changed();
    }

    static PersonView view(Person p) {
        return new PersonView(p.id(), p.name, p.address, p.job, p.firm.id(), p.firm.code, p.firm.name, p.active, p.accountId != null);
    }

    static FirmView view(Firm f) {
        return new FirmView(f.id(), f.code, f.name);
    }

    static RoleView view(Role r) {
        return new RoleView(r.id(), r.name, rights(r), r.holders.stream().sorted().toList(), r.version);
    }

    static RoleRights rights(Role r) {
        return new RoleRights(r.controls, r.seesAll, r.seesFirms, r.handsIn, r.sendsByHand, r.decides);
    }

    /** What is known of a person while a new one is being entered. */
    public record NewPerson(long firmId, String name, String email, String job) {
    }
}
