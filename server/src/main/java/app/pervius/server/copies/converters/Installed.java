package app.pervius.server.copies.converters;

import java.nio.file.Path;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/** A program that may be installed on this machine; looked for when it is asked for first, which takes a while. */
final class Installed {

    private final String name;
    private final String option;
    private final UnaryOperator<String> called;
    private @Nullable Optional<Path> path;
    private Optional<String> version = Optional.empty();

    /**
     * @param option what it says its version to
     * @param called makes what people call it of the first line it says then
     */
    Installed(String name, String option, UnaryOperator<String> called) {
        this.name = name;
        this.option = option;
        this.called = called;
    }

    /** What it is called with its version; empty where it is not installed, which is looked for again each time. */
    synchronized Optional<String> called() {
        if (path == null || path.isEmpty()) {
            Optional<Path> found = Program.find(name);
            version = found.flatMap(there -> Program.version(there, option)).map(called);
            path = found;
        }
        return version;
    }

    /** Where it lies. */
    synchronized String path() {
        return Program.find(name).map(Path::toString).orElse(name);
    }
}
