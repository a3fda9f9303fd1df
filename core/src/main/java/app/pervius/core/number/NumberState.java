package app.pervius.core.number;

/** What has become of a number in the ledger. Whatever it is, the number stands there once and for ever. */
public enum NumberState {
    /** A document has it and has come. */
    ASSIGNED("assigned"),
    /** Taken beforehand; what it is for has not come yet. */
    TAKEN("taken"),
    /** Kept for an originator. */
    RESERVED("reserved"),
    /** From a list that was taken over. */
    TAKEN_OVER("taken over"),
    /** Reserved once, never seen, and free again. */
    GIVEN_BACK("given back"),
    /** Will never be assigned again. */
    VOIDED("voided");

    private final String label;

    NumberState(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
