package app.pervius.server.store;

/**
 * What makes a committed transaction survive a power cut before somebody is answered. The transaction manager says when transactions begin
 * and end; whoever answers "done" waits. Safe for use by several threads; a transaction begins and ends on one thread, and may begin others
 * within itself.
 */
public interface Durable {

    /** A transaction that may write begins on this thread. */
    void begin();

    /** The transaction last begun on this thread has been committed or rolled back. */
    void end();

    /** Whether a transaction that may write is under way on this thread. */
    boolean withinOne();

    /**
     * Returns once every transaction that had ended before the call is on the disk. Not within a transaction.
     *
     * @throws IllegalStateException if that cannot be said: nothing may be answered as done then
     */
    void await();
}
