package app.pervius.server.directories;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What lies in a directory, look after look: a file is complete once its size and time have been at rest for as long as is said, or once
 * its marker lies beside it. Names that programs write under until they are ready are left alone. Not safe for use by several threads.
 */
final class Lying {

    /** What programs call a file that they are still writing. */
    private static final Set<String> UNFINISHED = Set.of("part", "tmp", "temp", "crdownload", "filepart", "partial");
    private static final int MOST = 100_000;

    /**
     * A file as it lies there.
     *
     * @param modified in milliseconds since 1970, UTC
     * @param key what tells it from another of its name, as far as the file system says so
     * @param fault why it cannot be taken as it is, whatever is in it
     */
    record Seen(Path path, String name, long size, long modified, String key, Optional<String> fault) {

        /** Whether it is another now than it was. */
        boolean differs(Seen other) {
            return size != other.size || modified != other.modified || !key.equals(other.key);
        }

        /** It as it is now, if it is there. */
        static Optional<Seen> of(Path path) throws IOException {
            try {
                BasicFileAttributes its = Files.readAttributes(path, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
                Optional<String> fault = its.isSymbolicLink() ? Optional.of("It is a link; links are not followed.")
                        : its.isOther() ? Optional.of("It is no ordinary file.")
                        : !its.isDirectory() && !Files.isReadable(path) ? Optional.of("Pervius may not read it.") : Optional.empty();
                return its.isDirectory() ? Optional.empty() : Optional.of(new Seen(path, String.valueOf(path.getFileName()), its.size(),
                        its.lastModifiedTime().toMillis(), key(its), fault));
            } catch (NoSuchFileException gone) {
                return Optional.empty();
            }
        }

        /** Without the device: a share has another after it has been mounted anew, and its files are the same. */
        private static String key(BasicFileAttributes its) {
            return String.valueOf(its.fileKey()).replaceFirst("dev=[^,]*,", "");
        }
    }

    /** @param ready those that are complete, in the order of their names; @param waiting how many are not yet */
    record Now(List<Seen> ready, int waiting, Set<String> subdirectories) {
    }

    private record Resting(Seen seen, long sinceNanos) {
    }

    private final Map<Path, Resting> resting = new HashMap<>();

    /**
     * Looks at what lies in a directory.
     *
     * @param nanos the time now, as {@link System#nanoTime} counts it
     */
    Now look(Path directory, Directory.Complete complete, long nanos) throws IOException {
        List<Seen> all = new ArrayList<>();
        Set<String> names = new HashSet<>();
        Set<String> below = new HashSet<>();
        try (DirectoryStream<Path> stream = Files.newDirectoryStream(directory)) {
            for (Path path : stream) {
                if (Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
                    below.add(String.valueOf(path.getFileName()));
                } else if (all.size() < MOST) {
                    Seen.of(path).ifPresent(all::add);
                    names.add(String.valueOf(path.getFileName()));
                }
            }
        } catch (java.nio.file.DirectoryIteratorException e) {
            throw e.getCause();
        }
        List<Seen> ready = new ArrayList<>();
        int waiting = 0;
        Map<Path, Resting> before = new HashMap<>(resting);
        resting.keySet().removeIf(path -> path.startsWith(directory) && path.getNameCount() == directory.getNameCount() + 1);
        for (Seen seen : all) {
            if (hidden(seen.name()) || complete.marker() != null && seen.name().endsWith("." + complete.marker())) {
                continue;
            }
            if (complete(seen, names, complete, before, nanos)) {
                ready.add(seen);
            } else {
                waiting++;
            }
        }
        ready.sort((a, b) -> a.name().compareToIgnoreCase(b.name()));
        return new Now(ready, waiting, below);
    }

    private static boolean hidden(String name) {
        int dot = name.lastIndexOf('.');
        return name.startsWith(".") || name.startsWith("~") || name.endsWith("~")
                || dot >= 0 && UNFINISHED.contains(name.substring(dot + 1).toLowerCase(java.util.Locale.ROOT));
    }

    private boolean complete(Seen seen, Set<String> names, Directory.Complete complete, Map<Path, Resting> before, long nanos) {
        if (complete.marker() != null) {
            return names.contains(seen.name() + "." + complete.marker());
        }
        Resting was = before.get(seen.path());
        Resting now = was == null || was.seen().differs(seen) ? new Resting(seen, nanos) : was;
        resting.put(seen.path(), now);
        return nanos - now.sinceNanos() >= Duration.ofSeconds(complete.restSeconds()).toNanos();
    }
}
