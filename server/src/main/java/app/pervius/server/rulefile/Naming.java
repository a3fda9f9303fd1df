package app.pervius.server.rulefile;

import app.pervius.core.kind.Thing;
import app.pervius.core.project.FolderId;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What a rule file calls things that rules hold by identity: a folder by its path, a firm by its code, a role by its name, a person by the
 * e-mail address. What has no name any more, or one that it shares, is {@code #} and its id. Made for one file.
 */
public final class Naming {

    static final String ROOT = "/";

    private final Map<Long, String> folderPaths = new HashMap<>();
    private final Map<Long, String> firmCodes = new HashMap<>();
    private final Map<Long, String> roleNames = new HashMap<>();
    private final Map<Long, String> addresses = new HashMap<>();

    public Naming(long project, Folders folders, People people) {
        folders.all(project).forEach(f -> folderPaths.put(f.id(), f.path().isEmpty() ? ROOT : f.path()));
        people.firms(project).forEach(f -> firmCodes.put(f.id(), f.code()));
        people.roles(project).forEach(r -> roleNames.put(r.id(), r.name()));
        people.membersOf(project).forEach(p -> addresses.put(p.id(), p.email()));
    }

    /** Names of these folders and roles only: whatever else there is has no name. */
    public Naming(Map<Long, String> folders, Map<Long, String> roles) {
        folderPaths.putAll(folders);
        roleNames.putAll(roles);
    }

    String of(FolderId folder) {
        return name(folderPaths, folder.value());
    }

    Optional<FolderId> folder(String name) {
        return id(folderPaths, name).map(FolderId::new);
    }

    /** What a thing of a condition or an audience is called. */
    String of(Thing thing, long id) {
        return name(names(thing), id);
    }

    Optional<Long> find(Thing thing, String name) {
        return id(names(thing), name);
    }

    private Map<Long, String> names(Thing thing) {
        return switch (thing) {
            case FIRM -> firmCodes;
            case ROLE -> roleNames;
            case PERSON -> addresses;
            case FOLDER -> folderPaths;
        };
    }

    private static String name(Map<Long, String> names, long id) {
        String name = names.get(id);
        return name != null && !name.startsWith("#") && names.values().stream().filter(name::equals).count() == 1 ? name : "#" + id;
    }

    private static Optional<Long> id(Map<Long, String> names, String name) {
        if (name.matches("#\\d{1,18}")) {
            return Optional.of(Long.parseLong(name.substring(1)));
        }
        return names.entrySet().stream().filter(e -> e.getValue().equals(name)).map(Map.Entry::getKey).findFirst();
    }
}
