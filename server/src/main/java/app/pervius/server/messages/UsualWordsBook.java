package app.pervius.server.messages;

import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Remembered;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What projects usually say, by occasion. */
@Service
@Transactional
public class UsualWordsBook {

    /** Patterns with merge fields, each empty for what Pervius says. */
    public record Words(String subject, String text, int version) {
        static final Words NONE = new Words("", "", 0);
    }

    private final UsualWordsRepository words;
    private final Projects projects;
    private final Remembered<Long, Map<Occasion, Words>> remembered = new Remembered<>();

    UsualWordsBook(UsualWordsRepository words, Projects projects) {
        this.words = words;
        this.projects = projects;
    }

    @Transactional(readOnly = true)
    public Words of(long project, Occasion occasion) {
        return remembered.get(project, () -> words.findByProjectIdOrderById(project).stream().collect(Collectors.toMap(w -> w.occasion,
                w -> new Words(w.subject, w.text, w.version + 1)))).getOrDefault(occasion, Words.NONE);
    }

    /** Says it from now on; refused where a merge field names nothing. */
    void say(long project, Occasion occasion, Words wanted) {
        if (!TellPlan.OCCASIONS.contains(occasion)) {
            throw Refused.invalid("occasion", "Rules do not speak on this.");
        }
        mustBeSound(project, "subject", wanted.subject());
        mustBeSound(project, "text", wanted.text());
        if (of(project, occasion).version() != wanted.version()) {
            throw Refused.conflict("changed-meanwhile",
                    "Somebody else has changed these words in the meantime. Nothing of yours was saved; "
                    + "look at them as they are now.");
        }
        remembered.changed();
        Optional<UsualWords> known = words.findByProjectIdOrderById(project).stream().filter(w -> w.occasion == occasion).findFirst();
        UsualWords row = known.orElseGet(UsualWords::new);
        row.projectId = project;
        row.occasion = occasion;
        row.subject = wanted.subject().strip();
        row.text = wanted.text().strip();
        words.saveAndFlush(row);
    }

    private void mustBeSound(long project, String part, String pattern) {
        if (!pattern.isBlank() && Pattern.compile(pattern, Telling.mergeFields(projects.settings(project).fields()))
                instanceof Compiled.Faulty(var faults)) {
            PatternFault first = faults.getFirst();
            throw Refused.invalid(part, "At character " + (first.position() + 1) + ": " + first.message() + ".");
        }
    }
}
