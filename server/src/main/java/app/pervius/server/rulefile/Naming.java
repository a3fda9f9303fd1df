package app.pervius.server.rulefile;

import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What a rule file calls things that rules hold by identity: a folder by its path, a firm by its code, a role by its name, a person by the
 * e-mail address. What has no name any more, or one that it shares, is {@code #} and its id. Made for one file.
 */
final class Naming {

    static final String ROOT = "/";

    private final Map<Long, String> folderPaths = new HashMap<>();
    private final Map<Long, String> firmCodes = new HashMap<>();
    private final Map<Long, String> roleNames = new HashMap<>();
    private final Map<Long, String> addresses = new HashMap<>();

    Naming(long project, Folders folders, People people) {
        folders.all(project).forEach(f -> folderPaths.put(f.id(), f.path().isEmpty() ? ROOT : f.path()));
        people.firms(project).forEach(f -> firmCodes.put(f.id(), f.code()));
        people.roles(project).forEach(r -> roleNames.put(r.id(), r.name()));
        people.membersOf(project).forEach(p -> addresses.put(p.id(), p.email()));
    }

    String of(FolderId folder) {
        return name(folderPaths, folder.value());
    }

    String of(FirmId firm) {
        return name(firmCodes, firm.value());
    }

    String of(RoleId role) {
        return name(roleNames, role.value());
    }

    String of(PersonId person) {
        return name(addresses, person.value());
    }

    Optional<FolderId> folder(String name) {
        return id(folderPaths, name).map(FolderId::new);
    }

    Optional<FirmId> firm(String name) {
        return id(firmCodes, name).map(FirmId::new);
    }

    Optional<RoleId> role(String name) {
        return id(roleNames, name).map(RoleId::new);
    }

    Optional<PersonId> person(String name) {
        return id(addresses, name).map(PersonId::new);
    }

    private static String name(Map<Long, String> names, long id) {
        String name = names.get(id);
        boolean alone = name != null && !name.startsWith("#") && names.values().stream().filter(name::equals).count() == 1;
        return alone ? name : "#" + id;
    }

    private static Optional<Long> id(Map<Long, String> names, String name) {
        if (name.matches("#\\d{1,18}")) {
            return Optional.of(Long.parseLong(name.substring(1)));
        }
        return names.entrySet().stream().filter(e -> e.getValue().equals(name)).map(Map.Entry::getKey).findFirst();
    }
}
