package app.pervius.server.directories;

import app.pervius.core.arrive.FileName;
import app.pervius.server.intake.Closing;
import app.pervius.server.intake.TakingIn;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.CrashPoint;
import app.pervius.server.store.Durable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Takes files from directories. A file is taken with a note of it in one transaction, and moved or deleted once that is on the disk: a
 * process that is killed between finds the note and takes it no second time. What was changed while it was read is left for the next look.
 */
@Component
class TakingFiles {

    private static final Logger LOG = LoggerFactory.getLogger(TakingFiles.class);
    /** So many are taken before the disk is waited for and they are moved or deleted. */
    private static final int TOGETHER = 200;

    /**
     * What the last look at a directory found.
     *
     * @param fault why it could not be looked at
     * @param waiting files that are not complete yet
     * @param ofNobody subdirectories that no author was named for
     */
    record Found(Instant at, Optional<String> fault, int waiting, List<String> ofNobody) {
    }

    private static boolean dealtWith(DirectoryBook.@Nullable Noted before, Lying.Seen seen) {
        return before != null && before.is(seen);
    }

    private final DirectoryBook book;
    private final AllowedRoots roots;
    private final DataDirectory data;
    private final TakingIn intake;
    private final Closing closing;
    private final People people;
    private final Projects projects;
    private final Durable durable;
    private final InstantSource clock;
    private final Map<Long, Lying> lying = new ConcurrentHashMap<>();
    private final Map<Long, Found> found = new ConcurrentHashMap<>();

    TakingFiles(DirectoryBook book, AllowedRoots roots, DataDirectory data, TakingIn intake, Closing closing, People people,
            Projects projects, Durable durable,
            InstantSource clock) {
        this.book = book;
        this.roots = roots;
        this.data = data;
        this.intake = intake;
        this.closing = closing;
        this.people = people;
        this.projects = projects;
        this.durable = durable;
        this.clock = clock;
    }

    /** What the last look found; empty where there has been none since Pervius was started. */
    Optional<Found> found(long directory) {
        return Optional.ofNullable(found.get(directory));
    }

    void forget(long directory) {
        lying.remove(directory);
        found.remove(directory);
    }

    /** Looks at a directory and takes what is complete; by one thread at a time for each. */
    void look(Directory directory) {
        found.put(directory.id(), looked(directory));
    }

    private Optional<String> authorFault(Directory directory) {
        List<Long> members = people.membersOf(directory.project()).stream().map(People.PersonView::id).toList();
        return directory.places().stream().map(Directory.Place::author).filter(author -> !members.contains(author)).findFirst()
                .map(author -> people.person(author).name() + ", whose files they would be, is not in the project any more.");
    }

    private Found looked(Directory directory) {
        String project = projects.settings(directory.project()).code();
        Optional<String> fault = roots.fault(project, directory.path(), data).or(() -> authorFault(directory))
                .or(() -> directory.moveTo().flatMap(to -> roots.fault(project, to, data)));
        if (fault.isPresent()) {
            return new Found(clock.instant(), fault, 0, List.of());
        }
        Lying lies = lying.computeIfAbsent(directory.id(), id -> new Lying());
        int waiting = 0;
        List<String> ofNobody = new ArrayList<>();
        try {
            Path root = Path.of(directory.path());
            Map<String, DirectoryBook.Noted> noted = book.noted(directory.id());
            if (directory.author() == null) {
                Lying.Now above = lies.look(root, directory.complete(), System.nanoTime());
                above.subdirectories().stream().filter(name -> !directory.authors().containsKey(name) && !name.startsWith(".")).sorted()
                        .forEach(ofNobody::add);
                above.ready().stream().filter(seen -> !dealtWith(noted.get(seen.name()), seen)).forEach(seen -> refuse(directory, "", seen,
                        "It lies beside the subdirectories that say whose files are."));
            }
            for (Directory.Place place : directory.places()) {
                Path at = root.resolve(place.subdirectory());
                if (Files.isDirectory(at, LinkOption.NOFOLLOW_LINKS)) {
                    waiting += take(directory, place, lies.look(at, directory.complete(), System.nanoTime()), noted);
                }
            }
            forgetWhatIsGone(directory, root, noted);
            closeWhatIsQuiet(directory);
            return new Found(clock.instant(), Optional.empty(), waiting, ofNobody);
        } catch (IOException | RuntimeException e) {
            LOG.info("directory {} could not be looked at", directory.id(), e);
            return new Found(clock.instant(), Optional.of("It could not be looked at: " + (e.getMessage() == null
                    ? e.getClass().getSimpleName() : e.getMessage()) + "."), waiting, ofNobody);
        }
    }

    private int take(Directory directory, Directory.Place place, Lying.Now now, Map<String, DirectoryBook.Noted> noted) {
        List<Lying.Seen> taken = new ArrayList<>();
        int waiting = now.waiting();
        for (Lying.Seen seen : now.ready()) {
            DirectoryBook.Noted before = noted.get(below(place.subdirectory(), seen));
            Optional<String> why = seen.fault().or(() -> intake.refusal(seen.name(), seen.size()));
            if (before != null && before.is(seen) && before.state() == DirectoryBook.State.TAKEN) {
                taken.add(seen);
            } else if (why.isPresent()) {
                if (before == null || !before.is(seen) || !before.why().equals(why)) {
                    refuse(directory, place.subdirectory(), seen, why.get());
                }
            } else if (one(directory, place, seen)) {
                taken.add(seen);
            } else {
                waiting++;
            }
            if (taken.size() == TOGETHER) {
                putAway(directory, place, taken);
                taken.clear();
            }
        }
        putAway(directory, place, taken);
        return waiting;
    }

    /** Takes one; false if it was changed or went away meanwhile. */
    private boolean one(Directory directory, Directory.Place place, Lying.Seen seen) {
        Optional<Long> open = book.open(directory.id()).stream().filter(o -> o.author() == place.author())
                .map(DirectoryBook.Open::submission).findFirst();
        try {
            Optional<Long> submission = intake.take(open, directory.folder(), place.author(),
                    "From the directory “" + Path.of(directory.path()).getFileName() + "”",
                    new FileName(seen.name()), seen.size(), new TakingIn.Coming() {
                        @Override
                        public InputStream bytes() throws IOException {
                            // A link that has come into its place since it was looked at leads nowhere either.
                            return Files.newInputStream(seen.path(), LinkOption.NOFOLLOW_LINKS);
                        }

                        @Override
                        public boolean unchanged() throws IOException {
                            return Lying.Seen.of(seen.path()).filter(now -> !now.differs(seen)).isPresent();
                        }
                    }, id -> {
                        book.taken(directory.id(), DirectoryBook.Noted.taken(below(place.subdirectory(), seen), seen, Optional.empty()));
                        book.open(directory.id(), place.author(), id);
                    });
            if (submission.isPresent() && !open.equals(submission)) {
                open.ifPresent(closing::close);
            }
            CrashPoint.TAKEN_FROM_DIRECTORY.reached();
            return submission.isPresent();
        } catch (IOException gone) {
            return false;
        }
    }

    private void refuse(Directory directory, String subdirectory, Lying.Seen seen, String why) {
        book.note(directory.id(), DirectoryBook.Noted.refused(below(subdirectory, seen), seen, why));
    }

    private static String below(String subdirectory, Lying.Seen seen) {
        return subdirectory.isEmpty() ? seen.name() : subdirectory + "/" + seen.name();
    }

    /** Moves or deletes what has been taken, once that is on the disk. */
    private void putAway(Directory directory, Directory.Place place, List<Lying.Seen> taken) {
        if (taken.isEmpty()) {
            return;
        }
        durable.await();
        for (Lying.Seen seen : taken) {
            try {
                Optional<Lying.Seen> now = Lying.Seen.of(seen.path());
                if (now.isPresent() && !now.get().differs(seen)) {
                    putAway(directory, place, seen);
                }
                book.forget(directory.id(), below(place.subdirectory(), seen));
            } catch (IOException e) {
                book.note(directory.id(), DirectoryBook.Noted.taken(below(place.subdirectory(), seen), seen, Optional.of(
                        "It was taken, but could not be " + (directory.moveTo().isPresent() ? "moved: " : "deleted: ")
                        + e.getClass().getSimpleName() + ": " + e.getMessage())));
            }
        }
    }

    private static void putAway(Directory directory, Directory.Place place, Lying.Seen seen) throws IOException {
        if (directory.moveTo().isPresent()) {
            Path to = Files.createDirectories(Path.of(directory.moveTo().get()).resolve(place.subdirectory()));
            moved(seen.path(), to);
        } else {
            Files.deleteIfExists(seen.path());
        }
        if (directory.marker().isPresent()) {
            Files.deleteIfExists(seen.path().resolveSibling(seen.name() + "." + directory.marker().get()));
        }
    }

    /** Under its name, or with a number behind that where the name is taken. */
    private static void moved(Path file, Path to) throws IOException {
        String name = String.valueOf(file.getFileName());
        int dot = name.lastIndexOf('.') > 0 ? name.lastIndexOf('.') : name.length();
        for (int n = 1; ; n++) {
            Path target = to.resolve(n == 1 ? name : name.substring(0, dot) + " (" + n + ")" + name.substring(dot));
            try {
                Files.move(file, target);
                return;
            } catch (FileAlreadyExistsException taken) {
                if (n == Integer.MAX_VALUE) {
                    throw taken;
                }
            }
        }
    }

    /** What was noted of a file that is not there any more is forgotten. */
    private void forgetWhatIsGone(Directory directory, Path root, Map<String, DirectoryBook.Noted> noted) {
        noted.keySet().stream().filter(path -> Files.notExists(root.resolve(path), LinkOption.NOFOLLOW_LINKS))
                .forEach(path -> book.forget(directory.id(), path));
    }

    private void closeWhatIsQuiet(Directory directory) {
        for (DirectoryBook.Open open : book.open(directory.id())) {
            if (!clock.instant().isBefore(open.lastTaken().plus(Duration.ofSeconds(directory.quietSeconds())))) {
                close(directory.id(), open);
            }
        }
    }

    /** Ends what is being gathered from a directory, without waiting until it is quiet. */
    void send(long directory) {
        book.open(directory).forEach(open -> close(directory, open));
    }

    private void close(long directory, DirectoryBook.Open open) {
        closing.close(open.submission());
        book.closed(directory, open);
    }

    /**
     * When a directory wants to be looked at next at the latest: sooner than it says where a file may be complete by then, or
     * what was taken may be handed in. Absent where that is at once.
     */
    @Nullable Instant next(Directory directory) {
        Found last = found.get(directory.id());
        if (last == null) {
            return null;
        }
        long seconds = directory.everySeconds();
        if (last.waiting() > 0 && directory.marker().isEmpty()) {
            seconds = Math.min(seconds, Math.max(1, directory.complete().restSeconds()));
        }
        if (!book.open(directory.id()).isEmpty()) {
            seconds = Math.min(seconds, directory.quietSeconds());
        }
        return last.at().plusSeconds(seconds);
    }
}
