package app.pervius.server.rules.arriving;

import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Telling;
import app.pervius.server.folders.Folders;
import app.pervius.server.messages.UsualWordsBook;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What is said of a passage: in a rule's words, or else the project's, or else as usual. */
@Component
public class Wording {

    private final Projects projects;
    private final People people;
    private final Folders folders;
    private final Submissions submissions;
    private final UsualWordsBook usualWords;

    Wording(Projects projects, People people, Folders folders, Submissions submissions, UsualWordsBook usualWords) {
        this.projects = projects;
        this.people = people;
        this.folders = folders;
        this.submissions = submissions;
        this.usualWords = usualWords;
    }

    /** Words as they are said; an empty subject is the usual one. */
    public record Said(String subject, String text) {
    }

    /**
     * @param subject a pattern, as {@code text} is; empty for what the project says
     * @param rule the rule that says it, or empty
     * @param known merge fields beyond those of the passage itself
     * @param usual what is said where nobody has words of his own
     */
    public Said say(PassageFacts passage, Occasion occasion, String subject, String text, String rule, Map<String, String> known,
            String usual) {
        UsualWordsBook.Words ofProject = usualWords.of(passage.project(), occasion);
        String ownSubject = subject.isBlank() ? ofProject.subject() : subject;
        String ownText = text.isBlank() ? ofProject.text() : text;
        if (ownSubject.isBlank() && ownText.isBlank()) {
            return new Said("", usual);
        }
        var fields = projects.settings(passage.project()).fields();
        FieldValues merged = merged(passage, rule, known);
        return new Said(Telling.write(ownSubject, merged, "", fields), Telling.write(ownText, merged, usual, fields));
    }

    private FieldValues merged(PassageFacts passage, String rule, Map<String, String> known) {
        People.PersonView author = people.person(passage.author());
        Submissions.Asked asked = submissions.asked(List.of(passage.submission())).get(passage.submission());
        Map<String, String> all = new HashMap<>(passage.values().byKey());
        all.putAll(Map.of("title", passage.title(), "name", passage.originalName(), "author", author.name(), "firm", author.firmName(),
                "folder", folders.folder(passage.folder()).path(), "submission", asked == null ? "" : asked.reference(), "purpose",
                asked == null ? "" : asked.purpose(), "rule", rule));
        passage.number().ifPresent(number -> all.put("number", number));
        passage.revision().ifPresent(revision -> all.put("revision", revision));
        passage.decision().ifPresent(decided -> all.put("decision", decided.code() + ", "
                + DecisionCode.of(decided.code(), projects.settings(passage.project()).decisionCodes()).name()));
        all.putAll(known);
        return new FieldValues(all);
    }
}
