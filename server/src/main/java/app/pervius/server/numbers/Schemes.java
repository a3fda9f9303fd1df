package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.number.SchemeCheck;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.Fields;
import app.pervius.server.refused.Refused;
import app.pervius.server.projects.Projects;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The number schemes of a project. */
@Service
@Transactional
public class Schemes {

    private final SchemeRepository schemes;
    private final Projects projects;
    private final InstantSource clock;
    private final Remembered<Long, List<Scheme>> remembered = new Remembered<>();

    Schemes(SchemeRepository schemes, Projects projects, InstantSource clock) {
        this.schemes = schemes;
        this.projects = projects;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Optional<Scheme> inForce(long project, String key) {
        return all(project).stream().filter(scheme -> scheme.key().equals(key)).findFirst();
    }

    @Transactional(readOnly = true)
    public List<Scheme> all(long project) {
        return remembered.get(project, () -> schemes.findByProjectIdAndInForceTrueOrderBySchemeKey(project).stream()
                .map(e -> Json.read(e.definition, Scheme.class)).toList());
    }

    /** The patterns of all schemes that number documents, to find a number in a name. */
    @Transactional(readOnly = true)
    public List<Pattern> patterns(long project, Fields fields) {
        return all(project).stream().filter(s -> s.of() == Scheme.Of.DOCUMENTS).map(s -> s.sound(fields)).toList();
    }

    /** The editions of a scheme, the newest first. */
    @Transactional(readOnly = true)
    List<SchemeEdition> editions(long project, String key) {
        return schemes.findByProjectIdAndSchemeKeyOrderByEditionDesc(project, key);
    }

    /** What keeps a scheme from being put in force. */
    @Transactional(readOnly = true)
    List<SchemeCheck.Fault> faults(long project, Scheme wanted) {
        return SchemeCheck.faults(wanted, projects.settings(project).fields());
    }

    /**
     * Puts a scheme in force, as the next edition of the scheme of that key.
     *
     * @param expected the edition it was written after, 0 for a new scheme
     */
    public Scheme putInForce(long project, Scheme wanted, int expected, @Nullable Long by) {
        faults(project, wanted).stream().findFirst().ifPresent(fault -> {
            throw Refused.invalid(fault.place(), fault.sentence());
        });
        Optional<SchemeEdition> before = schemes.findByProjectIdAndSchemeKeyAndInForceTrue(project, wanted.key());
        int newest = before.map(e -> e.edition).orElse(0);
        if (newest != expected) {
            throw Refused.conflict("changed-meanwhile", expected == 0 ? "There is a scheme of that name already."
                    : "Edition " + newest + " of this scheme was put in force in the meantime. Look at it before you put yours over it.");
        }
        remembered.changed();
        before.ifPresent(e -> e.inForce = false);
        schemes.flush();
        Scheme next = wanted.withEdition(newest + 1);
        SchemeEdition edition = new SchemeEdition();
        edition.projectId = project;
        edition.schemeKey = next.key();
        edition.edition = next.edition();
        edition.definition = Json.write(next);
        edition.inForce = true;
        edition.putInForceBy = by;
        edition.madeAt = clock.instant();
        schemes.save(edition);
        return next;
    }
}
