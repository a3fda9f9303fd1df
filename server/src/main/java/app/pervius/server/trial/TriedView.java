package app.pervius.server.trial;

import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.tell.Occasion;
import app.pervius.core.trial.Tried;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What would come of one arrival, as a screen shows it.
 *
 * @param intake whether any handling rule stands on its folder
 * @param passedOver the rules tried before the one that takes it, each with the first condition that was not met
 * @param halts the stations it comes to
 * @param ends for each decision code what would follow; digit 0 is what follows where nobody reviews it
 * @param copies what watching rules would copy
 * @param told who would be told; without the texts for people who do not control the project
 */
record TriedView(boolean intake, @Nullable String rule, List<PassedOverView> passedOver, List<String> watching, List<HaltView> halts,
        Identity identity, @Nullable String route, List<StepSketch> steps, List<EndView> ends, List<ToldView> told,
        List<Tried.Copy> copies) {

    /** What it would be. */
    @Schema(name = "TriedIdentity")
    record Identity(@Nullable String number, @Nullable String revision, String title, List<FieldSays> fields) {
    }

    record PassedOverView(long id, String rule, String reason) {
        static PassedOverView of(RuleSheet.PassedOver p) {
            return new PassedOverView(p.ruleId(), p.rule(), p.reason());
        }
    }

    record HaltView(Station station, Tried.Kind kind, String account, StopReason.@Nullable Code code, List<String> fields) {
    }

    record FieldSays(String label, String value) {
    }

    record StepSketch(String name, List<String> people, Instant due) {
    }

    record EndView(int digit, String name, boolean fine, boolean back, String account) {
    }

    record ToldView(Occasion occasion, String who, @Nullable String rules, @Nullable String text, @Nullable String subject,
            boolean gathered) {
    }

    static TriedView of(Tried t, Fields fields, List<DecisionCode> codes, boolean everything) {
        return new TriedView(t.intake(), t.rule().orElse(null), everything ? t.passedOver().stream().map(PassedOverView::of).toList()
                : List.of(), t.watching(),
                t.halts().stream().map(h -> new HaltView(h.station(), h.kind(), h.account(), h.code().orElse(null), h.fields())).toList(),
                new Identity(t.identity().number().orElse(null), t.identity().revision().orElse(null), t.identity().title(),
                        t.identity().fields().entrySet().stream().map(e -> new FieldSays(fields.label(e.getKey()), e.getValue())).toList()),
                t.route().orElse(null),
                t.steps().stream().map(s -> new StepSketch(s.name(), s.people(), s.due())).toList(),
                t.ends().entrySet().stream().map(e -> new EndView(e.getKey(), codes.stream().filter(c -> c.digit() == e.getKey())
                        .map(DecisionCode::name).findFirst().orElse("filed at once"),
                        e.getValue().fine(), e.getValue().back(), e.getValue().account())).toList(),
                t.told().stream().map(told -> new ToldView(told.occasion(), told.who(), everything ? told.rules() : null, everything
                        ? told.text() : null, everything && !told.subject().isEmpty() ? told.subject() : null, told.gathered())).toList(),
                                t.copies());
    }
}
