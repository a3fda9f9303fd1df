package app.pervius.core.tell;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;

/** Whom a rule tells on which occasion. Deciders are told of their step, and of a stop controllers and, unless
 * the plan says who is told of that, the author, without being named here. */
public record TellPlan(List<Telling> tellings) {

    public static final TellPlan NOBODY = new TellPlan(List.of());

    /** The occasions on which a rule may put copies: those that find the files where a rule knows them to be. */
    public static final List<Occasion> COPYING = List.of(Occasion.ARRIVED, Occasion.RETURNED, Occasion.ISSUED, Occasion.STOPPED);

    /** The occasions a rule may speak on. */
    public static final List<Occasion> OCCASIONS = Arrays.stream(Occasion.values())
            .filter(occasion -> occasion.onRule().isPresent()).toList();

    public TellPlan {
        tellings = List.copyOf(tellings);
    }

    /** The author is told of arrival, return and issue. */
    public static TellPlan ofTheAuthor() {
        return of(List.of(new Audience.Author()), List.of(new Audience.Author()), List.of(new Audience.Author()));
    }

    /** The same people each time, in the usual words. */
    public static TellPlan of(List<Audience> onArrival, List<Audience> onReturn, List<Audience> onIssue) {
        return new TellPlan(List.of(new Telling(Occasion.ARRIVED, onArrival, ""), new Telling(Occasion.RETURNED, onReturn, ""),
                new Telling(Occasion.ISSUED, onIssue, "")));
    }

    /** What the plan says on an occasion. */
    public List<Telling> on(Occasion occasion) {
        return tellings.stream().filter(t -> t.occasion() == occasion && !t.whom().isEmpty()).toList();
    }

    /** Whether the author is told of a stop: yes, unless the plan itself says who is. */
    public boolean authorOfStops() {
        return tellings.stream().noneMatch(t -> t.occasion() == Occasion.STOPPED);
    }

    /** Everybody it names on any occasion. */
    public List<Audience> everybody() {
        return tellings.stream().flatMap(t -> Stream.concat(t.whom().stream(), t.inCopy().stream())).distinct().toList();
    }
}
