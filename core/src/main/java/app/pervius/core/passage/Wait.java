package app.pervius.core.passage;

import app.pervius.core.register.DocumentId;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * What a passage waits for.
 *
 * @param forWhat in words that go on after “waits for”
 * @param document it goes on by itself once no revision of this document is on its way
 * @param limit how long it waits at most; without one it waits until what it waits for has come
 */
public record Wait(String forWhat, Optional<DocumentId> document, Optional<Limit> limit) {

    /** Until when it waits, UTC, and what then. */
    public record Limit(Instant until, Then then) {
    }

    /** What happens when the time is over. */
    public sealed interface Then {

        /** It goes on to the next station without. */
        record GoOn() implements Then {
        }

        /** Its station decides anew, knowing how long it has waited. */
        record Anew() implements Then {
        }

        /** It stops. */
        record Stop(StopReason reason, List<WayOut> waysOut) implements Then {
            public Stop {
                waysOut = List.copyOf(waysOut);
                if (waysOut.isEmpty()) {
                    throw new IllegalArgumentException("a stop without a way out: " + reason);
                }
            }
        }
    }

    /** A wait for something, however long it takes. */
    public static Wait forAsLongAs(String forWhat) {
        return new Wait(forWhat, Optional.empty(), Optional.empty());
    }
}
