package app.pervius.core.rules.check;

import java.util.Optional;

/**
 * Something the check found on a rule of a sheet.
 *
 * @param error whether it was proved and keeps the sheet from being put in force; else a warning
 * @param kind what sort of finding it is
 * @param sentence what is wrong, with an example where there is one
 * @param mend how it can be mended
 * @param above the rule above which to move this one would mend it; empty where moving does not
 */
public record SheetFinding(long rule, boolean error, Kind kind, String sentence, String mend, Optional<Long> above) {

    SheetFinding(long rule, boolean error, Kind kind, String sentence, String mend) {
        this(rule, error, kind, sentence, mend, Optional.empty());
    }

    /** Sorts of findings. */
    public enum Kind {
        /** Its own conditions cannot all be met by one arrival. */
        CONTRADICTION,
        /** An earlier rule takes all it could take. */
        NEVER_REACHED,
        /** An earlier rule takes some of what it could take, and it some of what the earlier could. */
        OVERLAP,
        /** What it places comes back to it. */
        LOOP
    }
}
