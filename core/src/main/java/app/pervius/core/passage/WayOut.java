package app.pervius.core.passage;

/** What can be done about a passage that is stopped. */
public enum WayOut {
    /** The cause has been mended: the same station again. */
    TRY_AGAIN("Try again"),
    /** Values for fields that are missing, then the same station again. */
    GIVE_FIELDS("Give the missing fields"),
    /** The base name as it should have been, then from Identify again. */
    PUT_NAME_RIGHT("Put the name right"),
    /** From Identify on under a rule that is in force, chosen by a person, whatever its conditions say. */
    CHOOSE_RULE("Choose the rule"),
    /** Review on a route chosen by a person instead of the rule's. */
    CHOOSE_ROUTE("Choose the route"),
    /** From Arrive again under the edition of the rule that is in force now. */
    GO_ON_IN_FORCE("Go on under the rule now in force"),
    /** What was found is known and may stay: the same station again, without looking at it. */
    GO_ON_ALL_THE_SAME("Go on all the same"),
    /** Back to the author with a text; ends the passage. */
    SEND_BACK("Send back to the author"),
    /** Out of the flow; the files stay in the folder. Ends the passage. */
    TAKE_OUT("Take out");

    private final String label;

    WayOut(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
