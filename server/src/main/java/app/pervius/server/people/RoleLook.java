package app.pervius.server.people;

import app.pervius.server.folders.Folders;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What would come of a role changed, or given to others: said before it is saved. */
@Service
@Transactional(readOnly = true)
class RoleLook {

    /**
     * What a person could see or do that was closed before.
     *
     * @param firms names of firms whose work is opened, with so many folders and files now
     * @param may further things the person could do
     */
    record Opened(String person, String firm, List<String> firms, int folders, int files, List<String> may) {
    }

    private final RoleRepository roles;
    private final PersonRepository people;
    private final FirmRepository firms;
    private final Folders folders;

    RoleLook(RoleRepository roles, PersonRepository people, FirmRepository firms, Folders folders) {
        this.roles = roles;
        this.people = people;
        this.firms = firms;
        this.folders = folders;
    }

    private record Held(RoleRights may, Set<Long> holders) {
    }

    /** What it would open to whom, if a role let do {@code may} and were held by {@code holders}. */
    List<Opened> of(long project, long role, RoleRights may, Set<Long> holders) {
        List<Firm> all = firms.findByProjectIdOrderByCode(project);
        List<Held> now = roles.findByProjectIdOrderByName(project).stream().map(r -> new Held(People.rights(r), r.holders)).toList();
        List<Held> then = new ArrayList<>(roles.findByProjectIdOrderByName(project).stream().filter(r -> r.id() != role)
                .map(r -> new Held(People.rights(r), r.holders)).toList());
        then.add(new Held(may, holders));
        List<Opened> opened = new ArrayList<>();
        for (Person person : people.findByProjectIdAndGoneFalseAndIdIn(project, new TreeSet<>(holders))) {
            List<RoleRights> before = held(now, person);
            List<RoleRights> after = held(then, person);
            Set<Long> seen = new HashSet<>(seen(after, all));
            seen.removeAll(seen(before, all));
            seen.remove(person.firm.id());
            List<String> more = more(before, after);
            if (!seen.isEmpty() || !more.isEmpty()) {
                Folders.Reach reach = folders.reach(project, seen);
                opened.add(new Opened(person.name, person.firm.code, all.stream().filter(f -> seen.contains(f.id())).map(f -> f.name)
                        .toList(), reach.folders(), reach.files(), more));
            }
        }
        return opened;
    }

    private static List<RoleRights> held(List<Held> all, Person person) {
        return all.stream().filter(h -> h.holders().contains(person.id())).map(Held::may).toList();
    }

    private static Set<Long> seen(List<RoleRights> held, List<Firm> all) {
        if (held.stream().anyMatch(m -> m.controls() || m.seesAll())) {
            return all.stream().map(Firm::id).collect(Collectors.toSet());
        }
        return held.stream().flatMap(m -> m.seesFirms().stream()).collect(Collectors.toSet());
    }

    private static List<String> more(List<RoleRights> before, List<RoleRights> after) {
        List<String> more = new ArrayList<>();
        if (after.stream().anyMatch(RoleRights::controls) && before.stream().noneMatch(RoleRights::controls)) {
            more.add("look after rules, stops and people");
        }
        if (after.stream().anyMatch(RoleRights::decides) && before.stream().noneMatch(RoleRights::decides)) {
            more.add("decide in reviews, and read what reviewers say");
        }
        if (after.stream().anyMatch(RoleRights::handsIn) && before.stream().noneMatch(RoleRights::handsIn)) {
            more.add("hand in to folders of the own firm");
        }
        if (after.stream().anyMatch(RoleRights::sendsByHand) && before.stream().noneMatch(RoleRights::sendsByHand)) {
            more.add("send files by hand on every route");
        }
        return more;
    }
}
