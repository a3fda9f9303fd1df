package app.pervius.core.trial;

import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.tell.Occasion;
import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What would come of one arrival.
 *
 * @param intake whether any handling rule stands on its folder; where none does, the file is only kept
 * @param rule the rule that takes it
 * @param passedOver the handling rules tried before, each with the first condition that is not met
 * @param watching the names of the watching rules that fit
 * @param halts the stations it comes to, in their order, the last with why it goes no further if it does not
 * @param steps the steps of its review
 * @param ends for each decision code what would follow; under 0 what follows where nobody reviews it
 * @param told who would be told what, by occasion
 * @param copies what watching rules would copy
 */
public record Tried(boolean intake, Optional<String> rule, List<RuleSheet.PassedOver> passedOver, List<String> watching, List<Halt> halts,
        Identity identity, Optional<String> route, List<Step> steps, Map<Integer, End> ends, List<Told> told, List<Copy> copies) {

    /**
     * What it would be.
     *
     * @param number the number it has or would get
     * @param fields what fields would say, by key
     */
    public record Identity(Optional<String> number, Optional<String> revision, String title, Map<String, String> fields) {
        public Identity {
            fields = Collections.unmodifiableMap(new LinkedHashMap<>(fields));
        }
    }

    /** What happens at a station. */
    public enum Kind { PASSED, WAITING, STOPPED, RETURNED, LEFT }

    /**
     * A station the arrival comes to.
     *
     * @param code why it is stopped or returned
     * @param fields the keys of fields it is stopped for the lack of
     */
    public record Halt(Station station, Kind kind, String account, Optional<StopReason.Code> code, List<String> fields) {
        public Halt {
            fields = List.copyOf(fields);
        }
    }

    /** A step of the review with the names of the people who would sit in it, and when it would be due if all before took their time. */
    public record Step(String name, List<String> people, Instant due) {
        public Step {
            people = List.copyOf(people);
        }
    }

    /**
     * What would follow from a decision.
     *
     * @param fine whether it can be carried out as things are
     * @param back whether it goes back to its author
     */
    public record End(boolean fine, boolean back, String account) {
    }

    /**
     * Somebody who would be told.
     *
     * @param subject in the place of the usual one; empty for that
     * @param gathered whether it would wait and come with other things
     * @param because why, as the rest of “because …”
     */
    public record Told(Occasion occasion, String who, String rules, String text, String subject, boolean gathered, String because) {
    }

    /**
     * A copy a watching rule would put.
     *
     * @param fine whether it can be put
     */
    public record Copy(Occasion occasion, String rule, boolean fine, String account) {
    }

    public Tried {
        passedOver = List.copyOf(passedOver);
        watching = List.copyOf(watching);
        halts = List.copyOf(halts);
        steps = List.copyOf(steps);
        ends = Collections.unmodifiableMap(new LinkedHashMap<>(ends));
        told = List.copyOf(told);
        copies = List.copyOf(copies);
    }

    /** Where it goes no further, if it does not. */
    public Optional<Halt> halted() {
        return halts.stream().filter(h -> h.kind() == Kind.STOPPED || h.kind() == Kind.RETURNED).findFirst();
    }
}
