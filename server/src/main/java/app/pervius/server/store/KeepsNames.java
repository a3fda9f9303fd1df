package app.pervius.server.store;

/** Keeps what people are called, or writes it into texts: it calls somebody otherwise who is to be anonymous. */
public interface KeepsNames {

    /**
     * Calls the person otherwise wherever that stands, in the transaction that is under way. What is proved by a chain is so afterwards.
     *
     * @return in how many entries it stood
     * @throws app.pervius.server.refused.Refused where a chain is not whole: it would be afterwards, and nobody would know
     */
    int rename(Renaming renaming);
}
