package app.pervius.server.rules;

import app.pervius.core.issue.Copying;
import app.pervius.core.issue.Target.WhenTaken;
import app.pervius.core.issue.Target;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.server.kinds.PlaceForm;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;

/** A further copy that a watching rule puts, as a screen fills it in. */
record CopyingForm(@NotNull Occasion occasion, @NotNull @Valid PlaceForm.IntoForm into, @NotNull WhenTaken whenTaken) {

    /** The most copies of one rule. */
    static final int MOST = 20;

    Copying copying() {
        if (!TellPlan.COPYING.contains(occasion)) {
            throw Refused.invalid("copies", "A rule copies what arrived, is stopped, goes back or is issued.");
        }
        return new Copying(occasion, into.into(), whenTaken);
    }

    static CopyingForm of(Copying copying) {
        return new CopyingForm(copying.occasion(), PlaceForm.IntoForm.of(copying.into()), copying.whenTaken());
    }
}
