package app.pervius.server.passages;

/** What waits for the whole submission; the feature that keeps reviews answers. */
public interface Settling {

    /**
     * Begins what has formed of a submission of which nothing moves any more, some passages at a time so that others are answered
     * meanwhile, in the caller's transaction. What was begun before a crash is not begun again.
     *
     * @param most how many passages at most
     * @return how many it were; 0 once nothing is left
     */
    int some(long submission, int most);
}
