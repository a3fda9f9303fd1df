package app.pervius.server.passages;

import app.pervius.core.passage.Notice;
import app.pervius.core.passage.Notice.Whom;
import app.pervius.core.tell.Manner;
import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.people.People;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Tells those whom a passage concerns, each once. */
@Component
public class Notices {

    private final Messages messages;
    private final People people;
    private final RuleVoices voices;
    private final Watchers watchers;

    Notices(Messages messages, People people, RuleVoices voices, Watchers watchers) {
        this.messages = messages;
        this.people = people;
        this.voices = voices;
        this.watchers = watchers;
    }

    /** @param by whoever does it and need not be told; absent where that is nobody */
    void tell(PassageFacts passage, Notice notice, @Nullable Long by) {
        List<Long> told = new ArrayList<>(direct(passage, notice).stream().filter(person -> !Objects.equals(person, by)).toList());
        if (notice.whom().contains(Whom.WATCHERS)) {
            Watchers.Watching watching = watchers.of(passage);
            told.removeAll(watching.persons());
            tell(told, passage, notice);
            told.addAll(watching.persons());
            watching.tell(notice);
        } else {
            tell(told, passage, notice);
        }
        if (notice.whom().contains(Whom.NAMED_BY_RULES)) {
            voices.speak(passage, notice.occasion(), notice.known(), notice.text(), told);
        }
    }

    private void tell(List<Long> persons, PassageFacts passage, Notice notice) {
        persons.forEach(person -> messages.tell(List.of(person), notice.occasion(), about(passage).because(because(passage, person)),
                notice.text()));
    }

    /** Why somebody is told whom a notice names itself, as the rest of “because …”. */
    public static String because(PassageFacts passage, long person) {
        return person == passage.author() ? "you are the author" : "you are a document controller";
    }

    /** The people a notice names itself, beside those whom rules and senders name. */
    public List<Long> direct(PassageFacts passage, Notice notice) {
        Set<Long> named = new LinkedHashSet<>();
        if (notice.whom().contains(Whom.CONTROLLERS)) {
            people.controllers(passage.project()).forEach(controller -> named.add(controller.id()));
        }
        boolean author = notice.whom().contains(Whom.AUTHOR)
                || notice.whom().contains(Whom.AUTHOR_OF_STOP) && passage.handling().map(h -> h.tell().authorOfStops()).orElse(true)
                || notice.whom().contains(Whom.AUTHOR_WITHOUT_RULE) && passage.rule().isEmpty();
        if (author) {
            named.add(passage.author());
        }
        return List.copyOf(named);
    }

    /** Whether somebody, or an address outside where absent, would be told later, with other things. */
    public boolean gathered(long project, @Nullable Long person, Occasion occasion, Manner manner) {
        return messages.gathered(project, person, occasion, manner);
    }

    private static Messages.About about(PassageFacts passage) {
        return new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(),
                passage.ruleInWords());
    }
}
