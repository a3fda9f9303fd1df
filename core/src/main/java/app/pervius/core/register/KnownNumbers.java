package app.pervius.core.register;

/** The register and the ledger, as far as they can be asked for a number. */
@FunctionalInterface
public interface KnownNumbers {

    /** What is known of exactly this number, whole; upper and lower case differ. */
    Known find(String number);
}
