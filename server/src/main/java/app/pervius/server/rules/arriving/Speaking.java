package app.pervius.server.rules.arriving;

import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Audiences;
import app.pervius.core.tell.Manner;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Telling;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.RuleVoices;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.words.RuleNames;
import java.util.ArrayList;
import java.util.Collection;
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
    private final Circles circles;
    private final Wording wording;
    private final RuleNames names;
    private final Messages messages;
    private final Beside beside;

    Speaking(Rules rules, Arriving arriving, Circles circles, Wording wording, RuleNames names, Messages messages, Beside beside) {
        this.rules = rules;
        this.arriving = arriving;
        this.circles = circles;
        this.wording = wording;
        this.names = names;
        this.messages = messages;
        this.beside = beside;
    }

    /** What one rule says: its name and, where it is known, its edition; its tellings on the occasion; and its id if it only watches. */
    private record Voice(String rule, List<Telling> tellings, Optional<Long> watching) {
    }

    /** Something that is told: by which rules, each once, in which words and which manner. */
    public record Said(List<String> by, String text, Manner manner) {
        public Said {
            by = List.copyOf(by);
        }

        /** The rules, as people read them. */
        public String rules() {
            return String.join(", ", by);
        }

        private Said and(Said other) {
            return new Said(Stream.concat(by.stream(), other.by.stream()).distinct().toList(), text.contains(other.text()) ? text
                    : text + "\n" + other.text(), manner.and(other.manner));
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
        tell(spoken, occasion, new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(),
                ""), except);
    }

    @Override
    public boolean heard(long project, Occasion occasion) {
        RuleSheet sheet = rules.sheet(project);
        return Stream.concat(Stream.of(sheet.project().tell()), sheet.rows().stream().map(row -> switch (row.rule()) {
            case WatchingRule watching -> watching.tell();
            case HandlingRule handling -> sheet.handling(handling).tell();
        })).anyMatch(tell -> !tell.on(occasion).isEmpty());
    }

    /** Leaves the notices of what was spoken, but for people who are told of it in another way. */
    public void tell(Spoken spoken, Occasion occasion, Messages.About about, Collection<Long> except) {
        Map<Said, List<Long>> together = new LinkedHashMap<>();
        spoken.persons().forEach((person, said) -> {
            if (!except.contains(person)) {
                together.computeIfAbsent(said, k -> new ArrayList<>()).add(person);
            }
        });
        together.forEach((said, persons) -> messages.tell(persons, occasion, about.by(said.rules(), said.manner()), said.text()));
        spoken.addresses().forEach((address, said) -> messages.tellOutside(List.of(address), occasion,
                about.by(said.rules(), said.manner()), said.text()));
    }

    /** Who would be told what on an occasion, by the rules of a sheet and because they follow it. Tells nobody. */
    public Spoken spoken(PassageFacts passage, Occasion occasion, RuleSheet sheet, Map<String, String> known, String usual) {
        Spoken spoken = new Spoken(new LinkedHashMap<>(), new LinkedHashMap<>(), new LinkedHashMap<>());
        for (Voice voice : voices(passage, occasion, sheet)) {
            for (Telling telling : voice.tellings()) {
                Wording.Said words = wording.say(passage, occasion, telling.subject(), telling.text(), voice.rule(), known, usual);
                boolean openly = !telling.inCopy().isEmpty();
                Map<Long, Said> persons = new LinkedHashMap<>();
                Map<String, Said> addresses = new LinkedHashMap<>();
                Stream.concat(telling.whom().stream().map(a -> new Meant(a, openly ? Manner.Shown.OPENLY : Manner.Shown.ALONE)),
                        telling.inCopy().stream().map(a -> new Meant(a, Manner.Shown.IN_COPY))).forEach(meant -> {
                    Said said = new Said(List.of(voice.rule()), words.text(), new Manner(List.of(telling.pace()), words.subject(),
                            telling.important(), meant.shown(), List.of(Audiences.because(meant.audience(), names.of(passage.project())))));
                    if (meant.audience() instanceof Audience.Outside(String address)) {
                        addresses.merge(address, said, Said::and);
                    } else {
                        circles.who(passage, occasion, meant.audience()).forEach(person -> persons.merge(person, said, Said::and));
                    }
                });
                persons.forEach((person, said) -> spoken.persons().merge(person, said, Said::and));
                addresses.forEach((address, said) -> spoken.addresses().merge(address, said, Said::and));
                voice.watching().ifPresent(rule -> spoken.watching().merge(rule, persons.size() + addresses.size(), Integer::sum));
            }
        }
        if (occasion.followed()) {
            String text = wording.say(passage, occasion, "", "", "", known, usual).text();
            circles.followers(passage, occasion).forEach((person, what) -> spoken.persons().merge(person, new Said(List.of(), text,
                    Manner.because("you follow " + what)), Said::and));
        }
        return spoken;
    }

    /** An audience, and how it is shown to the others. */
    private record Meant(Audience audience, Manner.Shown shown) {
    }

    /** What would be copied on an occasion by the rules of a sheet. Copies nothing. */
    public List<Beside.Copied> copies(PassageFacts passage, Occasion occasion, RuleSheet sheet) {
        return beside.copies(passage, occasion, sheet);
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
}
