package app.pervius.server.outbound;

import java.util.List;
import java.util.Map;
import java.util.Set;

/** One way out of the house, such as mail. The feature that has the words of what goes out implements it. */
public interface Channel {

    /** Its name, as it stands in the rows of what goes out. */
    String key();

    /** How many are handed over together; 1 where each is handed over by itself. */
    int together();

    /** How many are on their way side by side, so that another side that is slow does not hold up the others. */
    int sideBySide();

    Patience patience();

    /** Whether anything can go out at all; while it cannot, what waits is not tried. */
    default boolean open() {
        return true;
    }

    /** Projects of which nothing goes out for now. */
    default Set<Long> heldProjects() {
        return Set.of();
    }

    /**
     * Hands over, within no transaction; what the parcels tell of is on the disk. A process that is killed meanwhile hands the same over
     * again.
     *
     * @return what became of each, by its id
     */
    Map<Long, Outcome> send(List<Parcel> parcels);

    /**
     * The keys of what a process that was killed had handed over although that was not kept any more: asked once, before anything is
     * handed over.
     */
    default Set<String> handedOver() {
        return Set.of();
    }

    /** What became of one that had been. */
    default Outcome over(Parcel parcel) {
        return new Outcome.Over(() -> { });
    }

    /** Patience is at its end, or the other side has refused it: what follows, in the transaction that ends the parcel. */
    default void givenUp(Parcel parcel, int tries, String lastWords) {
        throw new IllegalStateException(key() + " never gives up");
    }
}
