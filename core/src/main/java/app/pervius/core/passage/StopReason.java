package app.pervius.core.passage;

import java.util.List;
import java.util.Optional;

/**
 * Why a passage cannot go on, in words for the people who can mend it.
 *
 * @param code the kind of reason, stable
 * @param sentence the reason with its particulars
 * @param fields keys of fields that are missing or at fault; empty when no field is
 * @param proposal the base name that would do, where one is known
 */
public record StopReason(Code code, String sentence, List<String> fields, Optional<String> proposal) {

    /** The kinds of reason. */
    public enum Code {
        NO_RULE, UNKNOWN_NUMBER, WRONG_ORIGINATOR, REVISION_OUT_OF_SEQUENCE, ALREADY_ON_ITS_WAY, NAME_DOES_NOT_FIT, TITLE_BLOCK_DIFFERS,
                SAME_NAME, CANNOT_BE_READ, NO_COMPANION, NO_COPY, MALWARE,
        FIELD_MISSING, SCHEME_MISSING, COUNTER_FULL, ROUTE_MISSING, NOBODY_TO_DECIDE, REVIEW_STOPPED, DESTINATION_GONE, DESTINATION_MISSING,
        STATUS_UNFIT, NAME_TAKEN, NO_ANSWER, FAULT
    }

    public StopReason {
        fields = List.copyOf(fields);
    }

    public StopReason(Code code, String sentence) {
        this(code, sentence, List.of(), Optional.empty());
    }

    public StopReason(Code code, String sentence, List<String> fields) {
        this(code, sentence, fields, Optional.empty());
    }
}
