package app.pervius.core.review;

import app.pervius.core.calendar.WorkingCalendar;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The reviewer and approver steps a review goes through; the last one is an approval and decides.
 *
 * @param key what rules call it
 * @param ownFirmDecides whether the author and people of the author's firm may decide too
 * @param filesGoAlone whether files that are decided need not wait for the others of their review
 * @param lead who draws the comments together and releases them to the author; where nobody is named, whoever closes the last step
 * @param senders roles whose holders may send files on it by hand, beside document controllers and whoever may on all routes
 * @param senderFirms firms whose people may do so too
 * @param senderPeople people who may do so too
 * @param completion what is set when a review ends
 */
public record Route(String key, String name, int edition, List<Step> steps, boolean ownFirmDecides, boolean filesGoAlone,
        Optional<Who> lead,
        List<RoleId> senders, List<FirmId> senderFirms, List<PersonId> senderPeople, Completion completion) {

    /** A step, and when it begins and is due if those before take all their time. */
    public record Span(int step, Instant begins, Instant due) {
    }

    public Route {
        steps = List.copyOf(steps);
        senders = List.copyOf(senders);
        senderFirms = List.copyOf(senderFirms);
        senderPeople = List.copyOf(senderPeople);
    }

    /** A route that says nothing out of the usual. */
    public static Route usual(String key, String name, List<Step> steps) {
        return new Route(key, name, 1, steps, false, false, Optional.empty(), List.of(), List.of(), List.of(), Completion.NOTHING);
    }

    public Route inEdition(int number) {
        return new Route(key, name, number, steps, ownFirmDecides, filesGoAlone, lead, senders, senderFirms, senderPeople, completion);
    }

    /** What the step a review is at is called, or the release that follows the last. */
    public String stepName(int step, boolean releasing) {
        return releasing ? "Release of the comments" : steps.get(step).name();
    }

    /** The steps left out for a revision with these values in its cycle, 0-based. */
    public Set<Integer> leftOut(FieldValues values, int cycle) {
        Set<Integer> left = new HashSet<>();
        for (int i = 0; i < steps.size(); i++) {
            if (steps.get(i).when().filter(when -> !when.holds(values, cycle)).isPresent()) {
                left.add(i);
            }
        }
        return left;
    }

    /** The first step from {@code from} on that is not left out; the number of steps if there is none. */
    public int stepFrom(int from, Set<Integer> leftOut) {
        int step = from;
        while (step < steps.size() && leftOut.contains(step)) {
            step++;
        }
        return step;
    }

    /** When its steps would begin and be due if it began at {@code start} and all took their time. */
    public List<Span> schedule(Instant start, WorkingCalendar calendar) {
        List<Span> spans = new ArrayList<>();
        Instant begins = start;
        for (int i = 0; i < steps.size(); i++) {
            Instant due = calendar.due(begins, steps.get(i).workingDays());
            spans.add(new Span(i, begins, due));
            begins = due;
        }
        return spans;
    }

    /** What a code leads to in a step, where nothing else is said: on, and from the last step to the end. */
    public Leads leads(int step, int code) {
        return steps.get(step).leads().getOrDefault(code, new Leads.On());
    }
}
