package app.pervius.core.identify;

import java.util.List;
import java.util.Optional;

/**
 * What a rule says of station Identify.
 *
 * @param namePatterns the patterns names are read with, the first that fits; none when names say nothing
 * @param asks the keys of fields that are asked for once for the whole submission, where nothing else says them
 * @param checks what happens to what register, ledger or title block speak against
 * @param sequence the key of the revision sequence its arrivals are in; empty to go on in the document's
 */
public record IdentifyPlan(List<String> namePatterns, List<String> asks, Checks checks, Optional<String> sequence) {

    /** Only a number in the name is looked for. */
    public static final IdentifyPlan USUAL = new IdentifyPlan(List.of(), List.of(), Checks.USUAL, Optional.empty());

    public IdentifyPlan {
        namePatterns = List.copyOf(namePatterns);
        asks = List.copyOf(asks);
    }

    /** The same, with names read by other patterns. */
    public IdentifyPlan reading(List<String> patterns) {
        return new IdentifyPlan(patterns, asks, checks, sequence);
    }
}
