package app.pervius.server.passages;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import java.util.List;

/**
 * A station on the server: asks the core to decide, then carries out what it decided. Both run in one transaction, with
 * the passage's new state and its journal entry.
 *
 * @param <E> the effects the station can have
 */
public interface StationWork<E> {

    Station station();

    /** Does what takes long and needs no transaction, before a passage with these files comes to its stations. Repeating it changes nothing. */
    default void beforehand(List<PassageFacts.File> files) {
    }

    /** Gathers the facts and asks the core. Changes nothing; a number is drawn from the books it is handed, which are a scratch copy in a trial. */
    Outcome<E> decide(PassageFacts passage, Books books);

    /** Carries out the effects; gives what changes on the passage itself. */
    List<PassageChange> perform(PassageFacts passage, List<E> effects);
}
