package app.pervius.server.rules;

import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.tell.Envelope;
import app.pervius.core.tell.Letter;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.rules.arriving.Wording;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** How a message would read while its words are being written. Sends nothing. */
@RestController
class LetterController {

    /** Stands for what Pervius says of it, which depends on what happens then. */
    private static final String USUAL = "(what Pervius says of it)";

    private final RuleRights rights;
    private final Wording wording;
    private final Passages passages;
    private final Submissions submissions;
    private final People people;
    private final Projects projects;

    LetterController(RuleRights rights, Wording wording, Passages passages, Submissions submissions, People people, Projects projects) {
        this.rights = rights;
        this.wording = wording;
        this.passages = passages;
        this.submissions = submissions;
        this.people = people;
        this.projects = projects;
    }

    /**
     * Words as they are being written, and what they are tried on.
     *
     * @param passage absent for the newest there is that may be seen
     * @param rule the name of the rule; empty for the project's own words
     */
    record LetterEntry(@NotNull Occasion occasion, @NotNull @Size(max = Envelope.LONGEST_SUBJECT) String subject,
            @NotNull @Size(max = Telling.LONGEST) String text, @NotNull @Size(max = 200) String rule, @Nullable Long passage) {
    }

    /** Something in the subject or the text that cannot be read; {@code at} is the character, from 1. */
    record WordFault(String part, int at, String message) {
    }

    /**
     * How it would read.
     *
     * @param about what it is tried on, and its passage; absent where nothing has arrived that may be seen
     */
    record LetterView(String subject, String text, @Nullable String about, @Nullable Long passage, List<WordFault> faults) {
    }

    @PostMapping("/api/projects/{project}/rules/letters")
    @Transactional(readOnly = true)
    public LetterView letter(@PathVariable long project, @Valid @RequestBody LetterEntry entry, Actor actor) {
        rights.mustReach(project, actor);
        if (!TellPlan.OCCASIONS.contains(entry.occasion())) {
            throw Refused.invalid("occasion", "Rules do not speak on this.");
        }
        List<WordFault> faults = new ArrayList<>();
        faults(project, "subject", entry.subject(), faults);
        faults(project, "text", entry.text(), faults);
        List<Long> seen = passages.authorFirms(entry.passage() == null ? passages.arrived(project, null, 50)
                : passages.ofProject(project, List.of(entry.passage()))).entrySet().stream()
                .filter(e -> actor.maySee(project, e.getValue())).map(Map.Entry::getKey).sorted().toList();
        if (seen.isEmpty()) {
            if (entry.passage() != null) {
                throw Refused.notFound("passage");
            }
            return new LetterView("", "", null, null, faults);
        }
        PassageFacts passage = passages.asItIs(seen.getLast());
        Wording.Said said = wording.say(passage, entry.occasion(), entry.subject(), entry.text(), entry.rule(), Map.of(), USUAL);
        if (!entry.occasion().aboutFiles()) {
            // It tells of a package, whose mail has other words around these.
            return new LetterView(said.subject(), said.text(), passage.inWords(), passage.id(), faults);
        }
        People.PersonView reader = people.person(actor.person(project));
        Letter letter = Letter.write(new Letter.Heading(entry.occasion(), projects.settings(project).code(),
                submissions.reference(passage.submission()), reader.name(), "…", entry.rule().isBlank() ? List.of() : List.of(entry.rule()),
                1, "…", "…"), List.of(new Letter.Line(passage.inWords(), said.text(), "…")), said.subject());
        return new LetterView(letter.subject(), letter.text(), passage.inWords(), passage.id(), faults);
    }

    private void faults(long project, String part, String pattern, List<WordFault> found) {
        if (!pattern.isBlank() && Pattern.compile(pattern, Telling.mergeFields(projects.settings(project).fields()))
                instanceof Compiled.Faulty(var faults)) {
            faults.forEach(f -> found.add(new WordFault(part, f.position() + 1, f.message())));
        }
    }
}
