package app.pervius.server.rules.arriving;

import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.review.Matrix;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Pace;
import app.pervius.core.tell.Telling;
import app.pervius.server.folders.Folders;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.RuleVoices;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What rules tell: the one that took the passage, and every watching rule in force that fits it now. */
@Component
public class Speaking implements RuleVoices {

    private final Rules rules;
    private final Arriving arriving;
    private final Folders folders;
    private final People people;
    private final Matrices matrices;
    private final Projects projects;
    private final Submissions submissions;
    private final Messages messages;
    private final Beside beside;

    Speaking(Rules rules, Arriving arriving, Folders folders, People people, Matrices matrices, Projects projects, Submissions submissions,
            Messages messages, Beside beside) {
        this.beside = beside;
        this.rules = rules;
        this.arriving = arriving;
        this.folders = folders;
        this.people = people;
        this.matrices = matrices;
        this.projects = projects;
        this.submissions = submissions;
        this.messages = messages;
    }

    /** What one rule says: its name and, where it is known, its edition; its tellings on the occasion; and its id if it only watches. */
    private record Voice(String rule, List<Telling> tellings, Optional<Long> watching) {
    }

    /** Something that is told: by which rules, each once, in which words, and how soon each of them says. */
    public record Said(List<String> by, String text, List<Optional<Pace>> paces) {
        public Said {
            by = List.copyOf(by);
            paces = List.copyOf(paces);
        }

        /** The rules, as people read them. */
        public String rules() {
            return String.join(", ", by);
        }
    }

    /**
     * Whom is told what: people by their ids, and addresses outside the project.
     *
     * @param watching the watching rules that spoke, by id, each with how many it told
     */
    public record Spoken(Map<Long, Said> persons, Map<String, Said> addresses, Map<Long, Integer> watching) {
    }

    @Override
    public void speak(PassageFacts passage, Occasion occasion, Map<String, String> known, String usual, Collection<Long> except) {
        Spoken spoken = spoken(passage, occasion, rules.sheet(passage.project()), known, usual);
        beside.happened(passage, occasion, spoken.watching());
        Map<Said, List<Long>> together = new LinkedHashMap<>();
        spoken.persons().forEach((person, said) -> {
            if (!except.contains(person)) {
                together.computeIfAbsent(said, k -> new ArrayList<>()).add(person);
            }
        });
        together.forEach((said, persons) -> messages.tell(persons, occasion, about(passage, said), said.text()));
        spoken.addresses().forEach((address, said) -> messages.tellOutside(List.of(address), occasion, about(passage, said), said.text()));
    }

    /** Who would be told what on an occasion, by the rules of a sheet. Tells nobody. */
    public Spoken spoken(PassageFacts passage, Occasion occasion, RuleSheet sheet, Map<String, String> known, String usual) {
        Fields fields = projects.settings(passage.project()).fields();
        Map<Long, Said> persons = new LinkedHashMap<>();
        Map<String, Said> addresses = new LinkedHashMap<>();
        Map<Long, Integer> watching = new LinkedHashMap<>();
        for (Voice voice : voices(passage, occasion, sheet)) {
            for (Telling telling : voice.tellings()) {
                Said said = new Said(List.of(voice.rule()), telling.text().isBlank() ? usual
                        : telling.write(merged(passage, voice, known), usual, fields), List.of(telling.pace()));
                List<Long> who = who(passage, occasion, telling.whom());
                who.forEach(person -> persons.merge(person, said, Speaking::both));
                List<String> outside = telling.whom().stream().filter(Audience.Outside.class::isInstance)
                        .map(a -> ((Audience.Outside) a).address()).toList();
                outside.forEach(address -> addresses.merge(address, said, Speaking::both));
                voice.watching().ifPresent(rule -> watching.merge(rule, who.size() + outside.size(), Integer::sum));
            }
        }
        return new Spoken(persons, addresses, watching);
    }

    /** What would be copied on an occasion by the rules of a sheet. Copies nothing. */
    public List<Beside.Copied> copies(PassageFacts passage, Occasion occasion, RuleSheet sheet) {
        return beside.copies(passage, occasion, sheet);
    }

    private static Said both(Said one, Said other) {
        List<String> by = Stream.concat(one.by().stream(), other.by().stream()).distinct().toList();
        return new Said(by, one.text().contains(other.text()) ? one.text() : one.text() + "\n" + other.text(),
                Stream.concat(one.paces().stream(), other.paces().stream()).toList());
    }

    private List<Voice> voices(PassageFacts passage, Occasion occasion, RuleSheet sheet) {
        List<Voice> voices = new ArrayList<>();
        passage.handling().map(Handling::tell).map(tell -> tell.on(occasion)).filter(t -> !t.isEmpty())
                .ifPresent(t -> voices.add(new Voice(passage.ruleInWords(), t, Optional.empty())));
        if (sheet.rows().stream().anyMatch(row -> row.rule() instanceof WatchingRule rule && !rule.tell().on(occasion).isEmpty())) {
            for (RuleSheet.Row row : sheet.judge(arriving.facts(passage)).watching()) {
                List<Telling> tellings = ((WatchingRule) row.rule()).tell().on(occasion);
                if (!tellings.isEmpty()) {
                    voices.add(new Voice(row.rule().name() + (row.edition() == 0 ? "" : " (edition " + row.edition() + ")"), tellings,
                            Optional.of(row.ruleId())));
                }
            }
        }
        return voices;
    }

    /** The people an audience means who may see what it is about: what is issued everybody of the project may know of. */
    private List<Long> who(PassageFacts passage, Occasion occasion, List<Audience> audience) {
        List<Long> named = people.who(audience, passage.project(), passage.author(), passage.uploader(),
                () -> matrices.of(passage.project()).of(passage.values(), Matrix.Duty.TOLD));
        if (occasion == Occasion.ISSUED) {
            return named;
        }
        return named.stream().filter(p -> people.maySee(passage.project(), p, passage.authorFirm())).toList();
    }

    private FieldValues merged(PassageFacts passage, Voice voice, Map<String, String> known) {
        People.PersonView author = people.person(passage.author());
        Submissions.Asked asked = submissions.asked(List.of(passage.submission())).get(passage.submission());
        Map<String, String> all = new HashMap<>(passage.values().byKey());
        all.putAll(Map.of("title", passage.title(), "name", passage.originalName(), "author", author.name(), "firm", author.firmName(),
                "folder", folders.folder(passage.folder()).path(), "submission", asked == null ? "" : asked.reference(), "purpose",
                asked == null ? "" : asked.purpose(),
                "rule", voice.rule()));
        Optional.ofNullable(passage.number().orElse(null)).ifPresent(number -> all.put("number", number));
        passage.revision().ifPresent(revision -> all.put("revision", revision));
        passage.decision().ifPresent(decided -> all.put("decision", decided.code() + ", "
                + DecisionCode.of(decided.code(), projects.settings(passage.project()).decisionCodes()).name()));
        all.putAll(known);
        return new FieldValues(all);
    }

    private static Messages.About about(PassageFacts passage, Said said) {
        return new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(),
                said.rules(), said.paces());
    }
}
