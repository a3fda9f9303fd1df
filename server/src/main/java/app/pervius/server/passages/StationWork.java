package app.pervius.server.passages;

import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import java.util.List;

/**
 * A station on the server: asks the core to decide, says what follows from that, and carries out the rest. All of it runs in one
 * transaction, with the passage's new state and its journal entry; in a trial nothing is carried out.
 *
 * @param <E> the effects the station can have
 */
public interface StationWork<E> {

    Station station();

    /**
     * Does what takes long and needs no transaction, before a passage with these files comes to its stations. Repeating it changes nothing.
     */
    default void beforehand(List<PassageFacts.File> files) {
    }

    /** Gathers the facts and asks the core. Changes nothing; a number is drawn from the books. */
    Outcome<E> decide(PassageFacts passage, Books books);

    /** What follows for the passage from the effects, and what is to be told; new documents and revisions are entered in the books. */
    Follow follow(PassageFacts passage, List<E> effects, Books books);

    /** Carries out what the effects want beyond the books; {@code passage} as it came to the station. */
    default void carryOut(PassageFacts passage, List<E> effects) {
    }
}
