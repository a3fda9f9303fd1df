package app.pervius.server.directories;

import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Below which directories of this machine files may be taken from and put to: said when Pervius is started, and nowhere else. */
@Component
public class AllowedRoots {

    /** A directory, for the project of this code or for all. */
    private record Root(Optional<String> project, Path path) {

        static Root of(String text) {
            int equals = text.indexOf('=');
            Path path = Path.of(text.substring(equals + 1).strip());
            if (!path.isAbsolute()) {
                throw new IllegalArgumentException("“" + text + "” names no whole path, from “/” on, such as /srv/in or KWR=/srv/in/weir.");
            }
            return new Root(equals < 0 ? Optional.empty() : Optional.of(text.substring(0, equals).strip()), path);
        }

        boolean isFor(String code) {
            return project.map(code::equals).orElse(true);
        }
    }

    private final List<Root> roots;

    /**
     * @param named whole paths, one to a line, each for all projects or behind the code of one and “=”
     * @throws IllegalArgumentException with a sentence that says what is wrong
     */
    public AllowedRoots(@Value("${pervius.directories.below:}") String named) {
        roots = named.lines().map(String::strip).filter(line -> !line.isEmpty()).map(Root::of).toList();
    }

    /** @param project its code */
    List<String> of(String project) {
        return roots.stream().filter(root -> root.isFor(project)).map(root -> root.path().toString()).toList();
    }

    /**
     * Why the files of a project may not be taken from or put to a directory, in a sentence; empty if they may. Links are followed before
     * that is said.
     *
     * @param project its code
     * @param data what Pervius keeps itself, which is nobody's to take
     */
    Optional<String> fault(String project, String path, DataDirectory data) {
        List<String> allowed = of(project);
        if (!path.startsWith("/")) {
            return Optional.of("“" + path + "” is not a whole path, from “/” on.");
        }
        if (allowed.isEmpty()) {
            return Optional.of("No directory of this machine was allowed when Pervius was started (--directories-below).");
        }
        try {
            Path wanted = Path.of(path);
            if (!Files.isDirectory(wanted)) {
                return Optional.of("There is no directory “" + path + "” on the server, or Pervius may not see it.");
            }
            Path real = wanted.toRealPath();
            Path ours = data.path().toRealPath();
            if (real.startsWith(ours) || ours.startsWith(real)) {
                return Optional.of("“" + path + "” holds what Pervius keeps, or lies in it; files cannot be taken from there.");
            }
            for (String root : allowed) {
                if (Files.isDirectory(Path.of(root)) && real.startsWith(Path.of(root).toRealPath())) {
                    return Optional.empty();
                }
            }
            return Optional.of("“" + path + "” does not lie below what was allowed when Pervius was started: "
                    + String.join(", ", allowed) + ".");
        } catch (IOException | InvalidPathException e) {
            return Optional.of("“" + path + "” cannot be read: " + e.getMessage() + ".");
        }
    }
}
