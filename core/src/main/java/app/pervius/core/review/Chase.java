package app.pervius.core.review;

import app.pervius.core.calendar.WorkingCalendar;
import app.pervius.core.project.RoleId;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * How Pervius chases those who have not answered, each once for a step. Days are working days; 0 leaves that out.
 *
 * @param remindBefore days before the due date on which they are reminded
 * @param remindAfter days after the due date on which they are reminded again
 * @param escalateAfter days after the due date on which {@code escalateTo} are told
 * @param silence what happens in the end when nobody answers
 */
public record Chase(int remindBefore, int remindAfter, int escalateAfter, List<RoleId> escalateTo, Silence silence) {

    /** A reminder the day before and two days after, and then it waits. */
    public static final Chase USUAL = new Chase(1, 2, 0, List.of(), new Silence.Wait());

    /** What happens when nobody answers in time. */
    public sealed interface Silence {

        /** It waits. */
        record Wait() implements Silence {
        }

        /** So many working days after the due date, at the end of that day, silence counts as a code. */
        record CountsAs(int code, int daysAfter) implements Silence {
        }

        /** So many working days after the due date, at the end of that day, the step is left out. */
        record Skip(int daysAfter) implements Silence {
        }
    }

    /** What Pervius can do about a late step. */
    public enum Kind { REMIND_BEFORE, REMIND_AFTER, ESCALATE, SILENCE }

    /** What is to be done next, and when. */
    public record Next(Kind kind, Instant at) {
    }

    public Chase {
        escalateTo = List.copyOf(escalateTo);
    }

    /**
     * What is to be done next for a step due at {@code due}, of all that is not {@code done} yet; reminders come when work begins on
     * their day. Empty when nothing is left to do.
     */
    public Optional<Next> next(Instant due, WorkingCalendar calendar, Set<Kind> done) {
        return left(due, calendar, done).stream().findFirst();
    }

    /** All that is still to be done while nobody answers, in the order it comes. */
    public List<Next> left(Instant due, WorkingCalendar calendar, Set<Kind> done) {
        var day = calendar.dayOf(due);
        List<Next> all = new ArrayList<>();
        if (remindBefore > 0) {
            all.add(new Next(Kind.REMIND_BEFORE, calendar.startOf(calendar.shift(day, -remindBefore))));
        }
        if (remindAfter > 0) {
            all.add(new Next(Kind.REMIND_AFTER, calendar.startOf(calendar.shift(day, remindAfter))));
        }
        if (escalateAfter > 0 && !escalateTo.isEmpty()) {
            all.add(new Next(Kind.ESCALATE, calendar.startOf(calendar.shift(day, escalateAfter))));
        }
        switch (silence) {
            case Silence.Wait() -> { }
            case Silence.CountsAs(int code, int daysAfter) -> all.add(new Next(Kind.SILENCE,
                    calendar.endOf(calendar.shift(day, daysAfter))));
            case Silence.Skip(int daysAfter) -> all.add(new Next(Kind.SILENCE, calendar.endOf(calendar.shift(day, daysAfter))));
        }
        return all.stream().filter(n -> !done.contains(n.kind())).sorted(Comparator.comparing(Next::at).thenComparing(Next::kind)).toList();
    }
}
