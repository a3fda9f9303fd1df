package app.pervius.server.trial;

import app.pervius.core.project.FieldValues;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.intake.KeptArrivals;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Arrivals to be tried: files that might come, and past ones as they came. */
@Component
class Candidates {
    /**
     * A file that might arrive; {@code head} are its first bytes in Base64 and {@code hash} the SHA-256 of all of them, absent where they
     * are not known.
     */
    record ComingFile(@NotNull @Size(max = 2000) String name, @Min(0) long size, @Nullable @Size(max = 8192) String head,
            @Nullable @Pattern(regexp = "[0-9a-fA-F]{64}") String hash) {
    }

    /** An arrival to be tried; what it needs is read when its turn comes. */
    record Candidate(Supplier<PassageFacts> arrival, Optional<Long> passage) {
    }

    private final Arrivals arrivals;
    private final KeptArrivals keptOnly;
    private final Passages passages;
    private final Folders folders;
    private final People people;

    Candidates(Arrivals arrivals, KeptArrivals keptOnly, Passages passages, Folders folders, People people) {
        this.arrivals = arrivals;
        this.keptOnly = keptOnly;
        this.passages = passages;
        this.folders = folders;
        this.people = people;
    }

    List<Candidate> of(long project, TrialController.TrialEntry entry, Actor actor) {
        if (!entry.files().isEmpty()) {
            if (entry.folder() == null) {
                throw Refused.invalid("folder", "Say in which folder the files would arrive.");
            }
            Folders.FolderView into = folders.visible(entry.folder(), actor);
            if (into.project() != project) {
                throw Refused.notFound("folder");
            }
            return arrivals.of(coming(entry.files()), new Arrivals.Setting(into, author(project, entry.author(), actor),
                    actor.person(project), FieldValues.NONE)).stream()
                    .map(arrival -> new Candidate(() -> arrival, Optional.empty())).toList();
        }
        if (!entry.passages().isEmpty()) {
            return passages.ofProject(project, entry.passages()).stream().map(this::candidate).toList();
        }
        int last = entry.last() == null ? 100 : entry.last();
        // Passages and submissions have their ids from one sequence, so that ids say what came after what.
        TreeMap<Long, List<Candidate>> byTime = new TreeMap<>();
        passages.arrived(project, entry.folder(), last).forEach(id -> byTime.put(id, List.of(candidate(id))));
        keptOnly.last(project, entry.folder(), last).forEach((submission, its) -> byTime.put(submission, its.stream()
                .map(kept -> new Candidate(() -> kept, Optional.empty())).toList()));
        List<Candidate> all = byTime.values().stream().flatMap(List::stream).toList();
        return all.subList(Math.max(0, all.size() - last), all.size());
    }

    private Candidate candidate(long passage) {
        return new Candidate(() -> passages.asArrived(passage), Optional.of(passage));
    }

    long author(long project, @Nullable Long wanted, Actor actor) {
        long author = wanted == null ? actor.person(project) : wanted;
        if (author != actor.person(project)) {
            actor.mustControl(project);
            if (!people.isMember(project, author)) {
                throw Refused.invalid("author", "The author is not in this project.");
            }
        }
        return author;
    }

    static List<Arrivals.Coming> coming(List<ComingFile> files) {
        return files.stream().map(f -> new Arrivals.Coming(f.name(), f.size(), f.head(), f.hash())).toList();
    }
}
