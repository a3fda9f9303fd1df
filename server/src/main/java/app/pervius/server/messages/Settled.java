package app.pervius.server.messages;

import java.util.Optional;

/** Knows whether a submission still moves; the feature that keeps submissions answers. */
public interface Settled {
    /** The reference of a submission that has settled; empty for one that moves, whose notices are gathered once it has. */
    Optional<String> settled(long submission);
}
