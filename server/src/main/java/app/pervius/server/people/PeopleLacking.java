package app.pervius.server.people;

import app.pervius.server.accounts.Links;
import app.pervius.server.folders.Folders;
import app.pervius.server.projects.Lack;
import app.pervius.server.projects.Lacking;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Whether there are people who hand in, folders for them to hand into, and invitations for who has not joined. */
@Component
class PeopleLacking implements Lacking {

    /** So many are named. */
    private static final int NAMED = 3;

    private final People people;
    private final Folders folders;
    private final Links links;

    PeopleLacking(People people, Folders folders, Links links) {
        this.people = people;
        this.folders = folders;
        this.links = links;
    }

    @Override
    public List<Lack> of(long project) {
        List<People.PersonView> all = people.membersOf(project);
        if (all.size() <= 1) {
            return List.of(new Lack(Lack.What.PEOPLE, "Nobody but you is in this project. Take its firms and people from a list, or add "
                    + "them one by one.", "/people?list=take"));
        }
        List<Lack> lacking = new ArrayList<>();
        List<People.RoleView> roles = people.roles(project);
        Set<Long> handIn = holding(roles, r -> r.may().handsIn());
        handIn.removeAll(holding(roles, r -> r.may().controls()));
        if (handIn.isEmpty()) {
            lacking.add(new Lack(Lack.What.HANDING_IN, "Nobody but document control may hand in: no role that lets hand in is held by "
                    + "anybody else.", "/people"));
        }
        // Who decides on what others send hands in now and then, and needs no folder for it.
        handIn.removeAll(holding(roles, r -> r.may().decides()));
        withoutFolder(project, all, handIn).ifPresent(lacking::add);
        notInvited(all).ifPresent(lacking::add);
        return lacking;
    }

    private static Set<Long> holding(List<People.RoleView> roles, Predicate<People.RoleView> which) {
        return roles.stream().filter(which).flatMap(r -> r.holders().stream()).collect(Collectors.toCollection(HashSet::new));
    }

    /** Firms whose people may hand in, but find no folder to put a file into. */
    private Optional<Lack> withoutFolder(long project, List<People.PersonView> all, Set<Long> handIn) {
        List<Folders.FolderView> tree = folders.all(project);
        Set<Long> served = tree.stream().map(Folders.FolderView::firm).filter(f -> f != null)
                .collect(Collectors.toCollection(HashSet::new));
        List<People.FirmView> left = people.firms(project).stream().filter(f -> !served.contains(f.id()))
                .filter(f -> all.stream().anyMatch(p -> p.firmId() == f.id() && handIn.contains(p.id()))).toList();
        if (!left.isEmpty()) {
            Set<Long> roles = new HashSet<>();
            tree.forEach(folder -> folders.droppers(folder.id()).ifPresent(who -> {
                served.addAll(who.firms());
                roles.addAll(who.roles());
            }));
            left = left.stream().filter(f -> !served.contains(f.id()) && all.stream().filter(p -> p.firmId() == f.id())
                    .noneMatch(p -> people.rolesOf(project, p.id()).stream().anyMatch(r -> roles.contains(r.value())))).toList();
        }
        return left.isEmpty() ? Optional.empty() : Optional.of(new Lack(Lack.What.FIRM_FOLDER,
                named(left.stream().map(f -> "“" + f.name() + "”").toList()) + (left.size() == 1 ? " has" : " have")
                        + " no folder to put files into, so that its people find nothing.", "/folders"));
    }

    private Optional<Lack> notInvited(List<People.PersonView> all) {
        List<String> left = all.stream().filter(p -> p.active() && !p.joined() && links.invitedUntil(p.id()).isEmpty())
                .map(People.PersonView::name).toList();
        return left.isEmpty() ? Optional.empty() : Optional.of(new Lack(Lack.What.INVITATION, named(left)
                + (left.size() == 1 ? " has" : " have") + " no invitation that is good: never sent, or more than a week old.", "/people"));
    }

    private static String named(List<String> all) {
        int more = all.size() - NAMED;
        return more > 1 ? String.join(", ", all.subList(0, NAMED)) + " and " + more + " more"
                : all.size() == 1 ? all.getFirst()
                : String.join(", ", all.subList(0, all.size() - 1)) + " and " + all.getLast();
    }
}
