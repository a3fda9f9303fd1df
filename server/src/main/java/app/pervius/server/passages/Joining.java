package app.pervius.server.passages;

import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Move;
import app.pervius.core.passage.Station;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Files that come later and belong to a revision that waits for them at Prepare, or is stopped there for want of them. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Joining {

    /** The revisions of a folder that later files may belong to, by the name they came under. */
    public record Halted(Map<String, List<Long>> byName) {
    }

    /** Knows files that nobody can read, in whose place a later one of the same name comes; who prepares them answers. */
    public interface Spoilt {
        boolean isSpoilt(PassageFacts.File file);
    }

    private final PassageRepository passages;
    private final PassageFileRepository files;
    private final Moving moving;
    private final Engine engine;
    private final Spoilt spoilt;
    private final InstantSource clock;

    Joining(PassageRepository passages, PassageFileRepository files, Moving moving, Engine engine, Spoilt spoilt, InstantSource clock) {
        this.passages = passages;
        this.files = files;
        this.moving = moving;
        this.engine = engine;
        this.spoilt = spoilt;
        this.clock = clock;
    }

    /** That a file belongs to a revision, in words: the same where it is foretold and where it has happened. */
    public static String said(String revision) {
        return "It belongs to " + revision + ", which waits for it.";
    }

    /** The revisions of a firm that are halted at Prepare in a folder. */
    @Transactional(propagation = Propagation.REQUIRED)
    public Halted halted(long project, long folder, long firm) {
        return new Halted(Stream.concat(passages.stoppedAt(project, Passages.State.STOPPED, folder, Station.PREPARE, firm).stream(),
                passages.waitingAt(folder, Station.PREPARE, firm, Instant.EPOCH).stream().sorted(Comparator.comparing(
                        PassageRepository.Base::passage)))
                .collect(Collectors.groupingBy(row -> FileName.keyOf(row.name()), Collectors.mapping(PassageRepository.Base::passage,
                        Collectors.toList()))));
    }

    /** The passage files would be put to by {@link #join} as things are. */
    @Transactional(propagation = Propagation.REQUIRED)
    public Optional<Long> wouldJoin(Halted halted, String base, List<PassageFacts.File> its) {
        return halted.byName().getOrDefault(FileName.keyOf(base), List.of()).stream().filter(id -> takes(id, its)).findFirst();
    }

    /**
     * Puts files to the revision of their name that is halted at Prepare in their folder, and has it decided anew there.
     *
     * @param base the name they share, without ending
     * @param with names the submission they came with
     * @return the passage they belong to now; empty where there is none, or where it has a file of one of these endings already that can
     *     be read
     */
    public Optional<Long> join(Halted halted, String base, List<PassageFacts.File> its, String with) {
        return halted.byName().getOrDefault(FileName.keyOf(base), List.of()).stream().flatMap(id -> passages.locked(id).stream())
                .filter(row -> takes(row.id(), its)).findFirst().flatMap(row -> join(row, its, with));
    }

    /** Whether the passage has no file of one of these endings, or only ones that nobody can read. */
    private boolean takes(long passage, List<PassageFacts.File> its) {
        Map<String, PassageFile> there = byEnding(passage);
        return its.stream().map(file -> there.get(new FileName(file.name()).ending())).filter(Objects::nonNull)
                .allMatch(former -> spoilt.isSpoilt(former.fact()));
    }

    private Map<String, PassageFile> byEnding(long passage) {
        return files.findByPassageIdInOrderByPosition(List.of(passage)).stream().collect(Collectors.toMap(
                file -> new FileName(file.name).ending(), Function.identity(), (first, second) -> first));
    }

    private Optional<Long> join(StoredPassage row, List<PassageFacts.File> its, String with) {
        Map<String, PassageFile> there = byEnding(row.id());
        List<String> again = its.stream().map(PassageFacts.File::name).filter(name -> there.containsKey(new FileName(name).ending()))
                .toList();
        if (!(row.passage().joinedBy(its.stream().map(PassageFacts.File::name).toList(), again, with, clock.instant())
                instanceof Move.Moved moved)) {
            return Optional.empty();
        }
        int position = files.findByPassageIdInOrderByPosition(List.of(row.id())).size();
        for (PassageFacts.File file : its) {
            PassageFile former = there.get(new FileName(file.name()).ending());
            if (former == null) {
                files.save(PassageFile.of(row.id(), position++, file));
            } else {
                former.become(file);
            }
        }
        moving.make(row, moved, Moving.By.pervius("joined " + row.version));
        engine.wake(row.submissionId);
        return Optional.of(row.id());
    }
}
