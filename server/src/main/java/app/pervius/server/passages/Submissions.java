package app.pervius.server.passages;

/** What the engine has to know of a submission; intake, which keeps submissions, answers. */
public interface Submissions {

    /** Takes a submission in hand for one worker. False if another has it. */
    boolean take(long submission);

    /** Gives it back. */
    void giveBack(long submission);

    /** How often it has been taken in hand: names the run. */
    int run(long submission);

    /** Its reference, as people say it. */
    String reference(long submission);

    /** Marks that it has to be settled, or that it has been. */
    void unsettled(long submission, boolean unsettled);

    /** Submissions that still have to be settled. */
    java.util.List<Long> unsettled();
}
