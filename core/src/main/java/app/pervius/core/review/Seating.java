package app.pervius.core.review;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Who sits in the steps of a route for one revision. */
public final class Seating {

    /**
     * What it is worked out by.
     *
     * @param person somebody of the project by name or address, if exactly one is meant and active
     * @param known the person if still active in the project
     */
    public record Facts(PersonId author, FirmId authorFirm, FieldValues values, Matrix matrix, Function<RoleId, List<Holder>> holders,
            Function<RoleId, String> roleName, Function<String, Optional<Holder>> person, Function<PersonId, Optional<Holder>> known,
            Function<String, String> fieldLabel) {
    }

    /** What comes of it. */
    public sealed interface Seated {

        /** These sit in the step. */
        record Seats(List<Seat> seats) implements Seated {
            public Seats {
                seats = List.copyOf(seats);
            }
        }

        /** Nobody can, or too few. */
        record Nobody(String why) implements Seated {
        }
    }

    private record Meant(List<Holder> people, String whyNobody) {
    }

    private Seating() {
    }

    /** Who sits in a step. */
    public static Seated of(Route route, Step step, Facts facts) {
        Map<PersonId, Holder> people = new LinkedHashMap<>();
        List<String> reasons = new ArrayList<>();
        boolean own = false;
        for (Who who : step.who()) {
            Meant meant = meant(who, facts);
            if (meant.people().isEmpty()) {
                reasons.add(meant.whyNobody());
            }
            for (Holder holder : meant.people()) {
                if (holder.mayDecide(route, facts.author(), facts.authorFirm())) {
                    people.putIfAbsent(holder.person(), holder);
                } else {
                    own = true;
                }
            }
        }
        if (people.isEmpty()) {
            String why = own ? "everybody it means is of the author's own firm, and the route does not allow that."
                    : String.join(" ", reasons);
            return new Seated.Nobody(why);
        }
        List<Seat> seats = new ArrayList<>();
        people.keySet().forEach(person -> seats.add(new Seat(person, step.drawing() == Step.Drawing.LEAD && seats.isEmpty())));
        int needed = step.needs().of(asked(seats));
        if (needed > asked(seats)) {
            return new Seated.Nobody("it needs " + needed + " answers, but only " + asked(seats) + " may give one"
                    + (own ? "; those of the author's own firm do not decide." : "."));
        }
        return new Seated.Seats(seats);
    }

    /** Who draws together and releases, in a route that names a lead. */
    public static Seated lead(Route route, Facts facts) {
        Meant meant = route.lead().map(who -> meant(who, facts)).orElse(new Meant(List.of(), "the route names no lead."));
        List<Seat> seats = meant.people().stream().filter(h -> h.mayDecide(route, facts.author(), facts.authorFirm()))
                .map(h -> new Seat(h.person(), true)).distinct().toList();
        return seats.isEmpty() ? new Seated.Nobody(meant.people().isEmpty() ? meant.whyNobody() : "the lead is of the author's own firm.")
                : new Seated.Seats(seats);
    }

    /** How many of the seats are asked, beside a lead who draws together. */
    static int asked(List<Seat> seats) {
        return (int) seats.stream().filter(seat -> !seat.lead()).count();
    }

    private static Meant meant(Who who, Facts facts) {
        return switch (who) {
            case Who.InRole(RoleId role) -> new Meant(facts.holders().apply(role), "nobody holds the role “" + facts.roleName()
                    .apply(role) + "”.");
            case Who.Person(PersonId person) -> new Meant(facts.known().apply(person).stream().toList(),
                    "a person it names has left the project, or does not see what every firm sends.");
            case Who.ByMatrix(Matrix.Duty duty) -> byMatrix(duty, facts);
            case Who.InField(String field) -> facts.values().get(field).filter(name -> !name.isBlank())
                    .map(name -> new Meant(facts.person().apply(name).stream().toList(),
                            "“" + name + "” in “" + facts.fieldLabel().apply(field) + "” is nobody in this project."))
                    .orElse(new Meant(List.of(), "the field “" + facts.fieldLabel().apply(field) + "” names nobody."));
        };
    }

    private static Meant byMatrix(Matrix.Duty duty, Facts facts) {
        List<RoleId> roles = facts.matrix().of(facts.values(), duty);
        if (roles.isEmpty()) {
            return new Meant(List.of(), "the distribution matrix says nobody who " + duty.label() + " for type “"
                    + facts.values().get(facts.matrix().typeField()).orElse("none") + "” and discipline “"
                    + facts.values().get(facts.matrix().disciplineField()).orElse("none") + "”.");
        }
        return new Meant(roles.stream().flatMap(role -> facts.holders().apply(role).stream()).distinct().toList(),
                "nobody holds the role “" + facts.roleName().apply(roles.getFirst()) + "”.");
    }
}
