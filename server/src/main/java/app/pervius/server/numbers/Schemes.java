package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.Fields;
import app.pervius.server.http.Problem;
import app.pervius.server.projects.Projects;
import app.pervius.server.store.Json;
import app.pervius.server.store.Remembered;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
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

    /** The patterns of all schemes, to find a number in a name. */
    @Transactional(readOnly = true)
    public List<Pattern> patterns(long project, Fields fields) {
        return all(project).stream().map(s -> Pattern.sound(s.pattern(), Scheme.fields(fields))).toList();
    }

    /** Puts a scheme in force, as the next edition of the scheme of that key. */
    public void putInForce(long project, Scheme wanted) {
        Fields fields = projects.settings(project).fields();
        switch (wanted.compile(fields)) {
            case Compiled.Faulty(List<PatternFault> faults) -> throw Problem.invalid("pattern", "The scheme's pattern is faulty at character "
                    + (faults.getFirst().position() + 1) + ": " + faults.getFirst().message() + ".");
            case Compiled.Sound(Pattern pattern) -> pattern.ambiguity().ifPresent(a -> {
                throw Problem.invalid("pattern", "Numbers of this scheme could not be read apart again: " + a.inWords(Scheme.fields(fields)));
            });
        }
        remembered.changed();
        Optional<SchemeEdition> before = schemes.findByProjectIdAndSchemeKeyAndInForceTrue(project, wanted.key());
        before.ifPresent(e -> e.inForce = false);
        SchemeEdition edition = new SchemeEdition();
        edition.projectId = project;
        edition.schemeKey = wanted.key();
        edition.edition = before.map(e -> e.edition + 1).orElse(1);
        edition.definition = Json.write(new Scheme(wanted.key(), wanted.name(), edition.edition, wanted.pattern(), wanted.countsPer(), wanted.start()));
        edition.inForce = true;
        edition.madeAt = clock.instant();
        schemes.save(edition);
    }
}
