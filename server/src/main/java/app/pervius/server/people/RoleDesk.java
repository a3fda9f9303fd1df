package app.pervius.server.people;

import app.pervius.server.acts.Acting;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Portions;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Setting up roles, and who holds them. */
@Service
@Transactional
public class RoleDesk {

    private final RoleRepository roles;
    private final PersonRepository people;
    private final FirmRepository firms;
    private final PeopleNews news;
    private final ApplicationEventPublisher events;

    RoleDesk(RoleRepository roles, PersonRepository people, FirmRepository firms, PeopleNews news, ApplicationEventPublisher events) {
        this.roles = roles;
        this.people = people;
        this.firms = firms;
        this.news = news;
        this.events = events;
    }

    /** Adds a role; refused where there is one of that name. */
    public long addRole(long project, String name, RoleRights may) {
        news.changed(project);
        Role role = new Role();
        role.projectId = project;
        set(role, name, may);
        Acting.to(project, "“" + role.name + "”: " + may(role));
        return roles.saveAndFlush(role).id();
    }

    /** Sets what a role is called and lets do. Somebody must go on controlling the project. */
    void changeRole(long project, long id, String name, RoleRights may, int version) {
        Role role = role(project, id);
        if (role.version != version) {
            throw Refused.conflict("changed-meanwhile", "Somebody else has changed “" + role.name
                    + "” in the meantime. Look at it as it is now.");
        }
        news.changed(project);
        String before = "“" + role.name + "”, which let " + may(role);
        set(role, name, may);
        Acting.to(project, before + "; now “" + role.name + "”: " + may(role));
        roles.saveAndFlush(role);
        mustBeControlled(project, "may");
        events.publishEvent(new RoleChanged(project, id, Set.copyOf(role.holders)));
    }

    private void set(Role role, String name, RoleRights may) {
        String stripped = name.strip();
        if (roles.findByProjectIdOrderByName(role.projectId).stream().anyMatch(r -> r != role && r.name.equalsIgnoreCase(stripped))) {
            throw Refused.invalid("name", "There is a role “" + stripped + "” already.");
        }
        if (!Portions.of(may.seesFirms(), firms::findAllById).stream().filter(f -> f.projectId == role.projectId).map(Firm::id).toList()
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
        news.changed(project);
        Set<Long> came = new TreeSet<>(wanted);
        came.removeAll(role.holders);
        Set<Long> went = new TreeSet<>(role.holders);
        went.removeAll(wanted);
        Acting.to(project, "“" + role.name + "”" + named(", given to ", came) + named(", taken from ", went));
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

    private String named(String before, Set<Long> persons) {
        return persons.isEmpty() ? "" : before + Portions.of(persons, people::findAllById).stream().map(p -> p.name).sorted()
                .collect(Collectors.joining(", "));
    }

    /** What a role lets its holders do, in words. */
    private String may(Role role) {
        List<String> may = new ArrayList<>();
        if (role.controls) {
            may.add("control the project");
        }
        if (role.seesAll) {
            may.add("see all firms");
        } else if (!role.seesFirms.isEmpty()) {
            may.add("see " + Portions.of(role.seesFirms, firms::findAllById).stream().map(f -> f.code).sorted()
                    .collect(Collectors.joining(", ")));
        }
        if (role.handsIn) {
            may.add("hand in");
        }
        if (role.sendsByHand) {
            may.add("send by hand");
        }
        if (role.decides) {
            may.add("decide");
        }
        return may.isEmpty() ? "nothing" : String.join(", ", may);
    }

    private void mustBeControlled(long project, String field) {
        Set<Long> controlling = new HashSet<>();
        roles.findByProjectIdOrderByName(project).stream().filter(r -> r.controls).forEach(r -> controlling.addAll(r.holders));
        if (people.findByProjectIdAndGoneFalseAndIdIn(project, controlling).stream().noneMatch(p -> p.active)) {
            throw Refused.invalid(field, "Somebody has to be document controller of the project.");
        }
    }

    private Role role(long project, long id) {
        return roles.findById(id).filter(r -> r.projectId == project).orElseThrow(() -> Refused.notFound("role"));
    }
}
