package app.pervius.server.trial;

import app.pervius.core.rules.RuleSheet;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.rules.SheetStates;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Why a past arrival went the way it did. */
@RestController
class ExplanationController {

    private final Trials trials;
    private final Passages passages;
    private final SheetStates states;

    ExplanationController(Trials trials, Passages passages, SheetStates states) {
        this.trials = trials;
        this.passages = passages;
        this.states = states;
    }

    /**
     * Every rule that was tried on an arrival, with the first condition that was not met, by the sheet it was judged by and with folders
     * and
     * roles as they are now.
     *
     * @param sheet the edition of the sheet
     * @param taken the rule that fits by it; absent where none does, and other than the passage's where a person chose
     */
    record Explanation(int sheet, @Nullable String taken, List<TriedView.PassedOverView> passedOver, List<String> watching) {
    }

    @GetMapping("/api/passages/{id}/explanation")
    Explanation explain(@PathVariable long id, Actor actor) {
        Passages.PassageView passage = passages.passage(id);
        if (!actor.maySee(passage.project(), passage.from().authorFirm())) {
            throw Refused.notFound("passage");
        }
        actor.mustControl(passage.project());
        PassageFacts arrived = passages.asArrived(id);
        RuleSheet sheet = states.judged(passage.project(), passages.sheetOf(id));
        RuleSheet.Verdict verdict = trials.explain(arrived, sheet);
        return new Explanation(sheet.edition(), verdict.taken().map(row -> row.rule().name()).orElse(null), verdict.passedOver().stream()
                .map(TriedView.PassedOverView::of).toList(),
                verdict.watching().stream().map(row -> row.rule().name()).toList());
    }
}
