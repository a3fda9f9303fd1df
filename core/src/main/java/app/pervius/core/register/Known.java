package app.pervius.core.register;

import app.pervius.core.project.FirmId;
import java.util.Optional;

/** What register and ledger know of a number. */
public sealed interface Known {

    /** A document has it. */
    record Document(KnownDocument document) implements Known {
    }

    /** It is kept for a firm, and nothing has come with it yet. */
    record Reserved(FirmId forFirm, String firmName) implements Known {
    }

    /** It will never be assigned again; it was to be the firm's, if one is known. */
    record Voided(String reason, Optional<FirmId> forFirm) implements Known {
    }

    /** Nobody was ever given it. */
    record Never() implements Known {
    }
}
