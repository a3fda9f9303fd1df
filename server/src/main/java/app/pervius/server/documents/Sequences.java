package app.pervius.server.documents;

import app.pervius.core.register.RevisionSequences;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The revision sequences of projects, as editions; a project that has set none uses the usual ones. */
@Service
@Transactional
public class Sequences {

    private final SequencesRepository editions;
    private final JdbcClient jdbc;
    private final InstantSource clock;
    private final Remembered<Long, RevisionSequences> remembered = new Remembered<>();

    Sequences(SequencesRepository editions, JdbcClient jdbc, InstantSource clock) {
        this.editions = editions;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public RevisionSequences inForce(long project) {
        return remembered.get(project, () -> editions.findByProjectIdAndInForceTrue(project)
                .map(e -> Json.read(e.definition, RevisionSequences.class)).orElse(RevisionSequences.USUAL));
    }

    @Transactional(readOnly = true)
    int edition(long project) {
        return editions.findByProjectIdAndInForceTrue(project).map(e -> e.edition).orElse(0);
    }

    /** Puts sequences in force after {@code expected}; refused when documents have codes none of them knows. */
    public int putInForce(long project, RevisionSequences wanted, int expected, @Nullable Long by) {
        if (!wanted.faults().isEmpty()) {
            throw Refused.invalid("sequences", String.join(" ", wanted.faults()));
        }
        List<String> orphans = jdbc.sql("""
                select distinct r.code from revision r join document d on d.id = r.document_id where d.project_id = ? order by r.code""")
                .param(project).query(String.class).list().stream().filter(code -> wanted.read(code).isEmpty()).toList();
        if (!orphans.isEmpty()) {
            throw Refused.conflict("codes-in-use", "Documents have the revisions "
                    + String.join(", ", orphans.subList(0, Math.min(10, orphans.size())))
                    + ", which would belong to no sequence. Keep the sequences they are of.");
        }
        Optional<SequencesEdition> before = editions.findByProjectIdAndInForceTrue(project);
        int newest = before.map(e -> e.edition).orElse(0);
        if (newest != expected) {
            throw Refused.conflict("changed-meanwhile", "Edition " + newest
                    + " of the sequences was put in force in the meantime. Look at it first.");
        }
        remembered.changed();
        before.ifPresent(e -> e.inForce = false);
        editions.flush();
        SequencesEdition edition = new SequencesEdition();
        edition.projectId = project;
        edition.edition = newest + 1;
        edition.definition = Json.write(wanted);
        edition.inForce = true;
        edition.putInForceBy = by;
        edition.madeAt = clock.instant();
        editions.save(edition);
        return edition.edition;
    }
}
