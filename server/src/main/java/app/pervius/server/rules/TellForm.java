package app.pervius.server.rules;

import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.http.Problem;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Tell, as a screen fills it in. */
record TellForm(@NotNull @Size(max = 40) List<@Valid @NotNull TellingForm> tellings) {

    /** Who is told on an occasion; {@code text} may name merge fields and is empty for the usual words. */
    record TellingForm(@NotNull Occasion occasion, @NotNull @Size(max = 100) List<@Valid @NotNull Whom> whom, @NotNull @Size(max = Telling.LONGEST) String text) {
    }

    /** Somebody who is told; {@code id} of a role, firm or person. */
    record Whom(@NotNull Kind kind, @Nullable Long id, @Nullable @Size(max = 200) String address) {
        enum Kind { AUTHOR, UPLOADER, ROLE, FIRM, MATRIX, PERSON, ADDRESS }

        private Audience audience() {
            return switch (kind) {
                case AUTHOR -> new Audience.Author();
                case UPLOADER -> new Audience.Uploader();
                case MATRIX -> new Audience.ByMatrix();
                case ROLE -> new Audience.Holders(new RoleId(needed()));
                case FIRM -> new Audience.OfFirm(new FirmId(needed()));
                case PERSON -> new Audience.Named(new PersonId(needed()));
                case ADDRESS -> new Audience.Outside(address == null ? "" : address.strip());
            };
        }

        private long needed() {
            if (id == null) {
                throw Problem.invalid("tell", "Say which role, firm or person is told.");
            }
            return id;
        }

        private static Whom of(Audience a) {
            return switch (a) {
                case Audience.Author() -> new Whom(Kind.AUTHOR, null, null);
                case Audience.Uploader() -> new Whom(Kind.UPLOADER, null, null);
                case Audience.ByMatrix() -> new Whom(Kind.MATRIX, null, null);
                case Audience.Holders(RoleId role) -> new Whom(Kind.ROLE, role.value(), null);
                case Audience.OfFirm(FirmId firm) -> new Whom(Kind.FIRM, firm.value(), null);
                case Audience.Named(PersonId person) -> new Whom(Kind.PERSON, person.value(), null);
                case Audience.Outside(String address) -> new Whom(Kind.ADDRESS, null, address);
            };
        }
    }

    TellPlan plan() {
        tellings.stream().filter(t -> !TellPlan.OCCASIONS.contains(t.occasion())).findFirst().ifPresent(t -> {
            throw Problem.invalid("tell", "A rule tells of what arrived, is stopped, goes back or is issued; deciders are told of their steps without it.");
        });
        return new TellPlan(tellings.stream().map(t -> new Telling(t.occasion(), t.whom().stream().map(Whom::audience).toList(), t.text().strip())).toList());
    }

    static TellForm of(TellPlan plan) {
        return new TellForm(plan.tellings().stream().map(t -> new TellingForm(t.occasion(), t.whom().stream().map(Whom::of).toList(), t.text())).toList());
    }
}
