package app.pervius.server.journal;

/** Keeps where the journal of each passage ends. */
public interface Heads {

    /** Where it ends; nobody else goes on with it before the transaction has ended. */
    Journal.Head take(long passage);

    /** It ends otherwise. */
    void set(long passage, Journal.Head head);
}
