package app.pervius.core.template;

import app.pervius.core.arrive.FileName;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What a changed template means for folders that were made from an earlier edition. Nothing is ever taken away by it. */
public final class RollOut {

    /**
     * A folder as it was made and is now.
     *
     * @param madeAs the name the template gave it last; where it is called otherwise now, people have renamed it
     * @param rules ids of the rules that stand on it
     */
    public record Made(long folder, String name, String madeAs, Set<Long> rules) {
    }

    /** What would be done. */
    public sealed interface Change {

        /** A folder of the template that is not there yet. */
        record Make(Planned planned) implements Change {
        }

        /** A folder whose name in the template is another now; one that people have renamed keeps their name. */
        record Rename(String key, long folder, String from, String to) implements Change {
        }

        /** A rule that comes to stand on a folder. */
        record Stand(String key, String folderName, long rule) implements Change {
        }

        /** A folder that is in the template no more; it stays, since files may lie in it. */
        record Stays(long folder, String name) implements Change {
        }
    }

    private RollOut() {
    }

    /**
     * @param planned what the template gives now, in the order to be made
     * @param made what was made, by the key in the template; folders people have deleted since are left out and made again
     */
    public static List<Change> changes(List<Planned> planned, Map<String, Made> made) {
        List<Change> changes = new ArrayList<>();
        for (Planned folder : planned) {
            Optional<Made> there = Optional.ofNullable(made.get(folder.plan().key()));
            if (there.isEmpty()) {
                changes.add(new Change.Make(folder));
            } else if (!same(there.get().madeAs(), folder.name()) && same(there.get().madeAs(), there.get().name())) {
                changes.add(new Change.Rename(folder.plan().key(), there.get().folder(), there.get().name(), folder.name()));
            }
            folder.plan().rules().stream().filter(rule -> there.isEmpty() || !there.get().rules().contains(rule))
                    .forEach(rule -> changes.add(new Change.Stand(folder.plan().key(), folder.name(), rule)));
        }
        Set<String> wanted = planned.stream().map(p -> p.plan().key()).collect(java.util.stream.Collectors.toSet());
        made.forEach((key, folder) -> {
            if (!wanted.contains(key)) {
                changes.add(new Change.Stays(folder.folder(), folder.name()));
            }
        });
        return List.copyOf(changes);
    }

    private static boolean same(String one, String other) {
        return FileName.keyOf(one).equals(FileName.keyOf(other));
    }
}
