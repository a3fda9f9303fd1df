package app.pervius.server.rules;

import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.messages.PaceForm;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Tell, as a screen fills it in. */
record TellForm(@NotNull @Size(max = 40) List<@Valid @NotNull TellingForm> tellings) {

    /**
     * Who is told on an occasion; {@code text} may name merge fields and is empty for the usual words.
     *
     * @param pace how soon; absent for as the project says
     */
    record TellingForm(@NotNull Occasion occasion, @NotNull @Size(max = 100) List<@NotNull Audience> whom,
            @NotNull @Size(max = Telling.LONGEST) String text, @Nullable PaceForm pace) {
    }

    TellPlan plan() {
        tellings.stream().filter(t -> !TellPlan.OCCASIONS.contains(t.occasion())).findFirst().ifPresent(t -> {
            throw Refused.invalid("tell",
                    "A rule tells of what arrived, is stopped, goes back or is issued; deciders are told of their steps without it.");
        });
        return new TellPlan(tellings.stream().map(t -> new Telling(t.occasion(), t.whom(), t.text().strip(),
                Optional.ofNullable(t.pace()).map(PaceForm::pace))).toList());
    }

    static TellForm of(TellPlan plan) {
        return new TellForm(plan.tellings().stream().map(t -> new TellingForm(t.occasion(), t.whom(), t.text(),
                t.pace().map(PaceForm::of).orElse(null))).toList());
    }
}
