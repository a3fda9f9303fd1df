package app.pervius.server.rules;

import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Envelope;
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
     * Who is told on an occasion; {@code text} and {@code subject} may name merge fields and are empty for the usual words.
     *
     * @param pace how soon; absent for as the project says
     * @param inCopy who gets it beside those; everybody on it sees who else got it. Absent for nobody
     * @param important whether it says so of itself; absent for no
     */
    record TellingForm(@NotNull Occasion occasion, @NotNull @Size(max = 100) List<@NotNull Audience> whom,
            @NotNull @Size(max = Telling.LONGEST) String text, @Nullable PaceForm pace,
            @Nullable @Size(max = Envelope.LONGEST_SUBJECT) String subject, @Nullable @Size(max = 100) List<@NotNull Audience> inCopy,
            @Nullable Boolean important) {

        private Telling telling() {
            Envelope envelope = new Envelope(subject == null ? "" : subject.strip(), inCopy == null ? List.of() : inCopy,
                    Boolean.TRUE.equals(important));
            return new Telling(occasion, whom, text.strip(), Optional.ofNullable(pace).map(PaceForm::pace),
                    Optional.of(envelope).filter(e -> !e.equals(Envelope.PLAIN)));
        }

        private static TellingForm of(Telling t) {
            return new TellingForm(t.occasion(), t.whom(), t.text(), t.pace().map(PaceForm::of).orElse(null), t.subject(), t.inCopy(),
                    t.important());
        }
    }

    TellPlan plan() {
        tellings.stream().filter(t -> !TellPlan.OCCASIONS.contains(t.occasion())).findFirst().ifPresent(t -> {
            throw Refused.invalid("tell", "Rules do not tell of this; deciders are told of their steps without it.");
        });
        return new TellPlan(tellings.stream().map(TellingForm::telling).toList());
    }

    static TellForm of(TellPlan plan) {
        return new TellForm(plan.tellings().stream().map(TellingForm::of).toList());
    }
}
