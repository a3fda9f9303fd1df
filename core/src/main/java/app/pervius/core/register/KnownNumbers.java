package app.pervius.core.register;

import java.util.Optional;

/** The register and the ledger, as far as they can be asked for a number. */
@FunctionalInterface
public interface KnownNumbers {

    /** The document with exactly this number, whole; upper and lower case differ. */
    Optional<KnownDocument> find(String number);
}
