package app.pervius.server.passages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.GivenUp;
import app.pervius.server.store.Portions;
import java.util.List;
import java.util.Map;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/** Has rules speak of what happens to passages elsewhere than at their stations. */
@Component
class Happenings {

    private final PassageRepository passages;
    private final Choices.OfRules rules;
    private final RuleVoices voices;

    Happenings(PassageRepository passages, Choices.OfRules rules, RuleVoices voices) {
        this.passages = passages;
        this.rules = rules;
        this.voices = voices;
    }

    @EventListener
    void happened(Happened happened) {
        Portions.of(happened.passages(), passages::findAllById).forEach(row -> voices.speak(new PassageFacts(row.origin(), row.passage(),
                row.passage().identity().rule().map(its -> rules.handling(row.projectId, its)), List.of(), happened.run()),
                happened.occasion(), happened.known(), happened.text(), happened.except()));
    }

    /** Nothing of a submission is under way any more; asked only where a rule speaks of that. */
    @EventListener
    void ended(PassageEnded ended) {
        StoredPassage row = passages.findById(ended.passage()).orElseThrow();
        if (voices.heard(row.projectId, Occasion.COMPLETE)
                && !passages.existsBySubmissionIdAndStateNot(row.submissionId, Passages.State.DONE)) {
            happened(new Happened(passages.findBySubmissionIdOrderById(row.submissionId, Limit.unlimited()).stream()
                    .map(StoredPassage::id).toList(), Occasion.COMPLETE, "complete " + ended.passage(), ""));
        }
    }

    @EventListener
    void givenUp(GivenUp message) {
        happened(new Happened(message.passages(), Occasion.MESSAGE_FAILED, "message " + message.message(),
                Map.of("reason", message.words()), "To " + message.recipient() + ": " + message.words(), List.of()));
    }
}
