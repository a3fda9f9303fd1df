package app.pervius.core.passage;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Whether a passage moves at its station, and what it needs where it does not. */
public sealed interface State {

    /** Its station can work on it. */
    record Running() implements State {
        @Override
        public Holder holder() {
            return new Holder.Pervius();
        }
    }

    /**
     * It waits.
     *
     * @param due by when those who have it should answer, UTC
     */
    record Waiting(Wait what, Holder holder, Optional<Instant> due) implements State {
    }

    /** It cannot go on until somebody takes one of the ways out, of which there is at least one. */
    record Stopped(StopReason reason, List<WayOut> waysOut) implements State {
        public Stopped {
            waysOut = List.copyOf(waysOut);
        }

        @Override
        public Holder holder() {
            return new Holder.DocumentControl();
        }
    }

    /** It has come to its end, with a status code if it was issued under one. */
    record Done(End how, Optional<String> statusCode) implements State {
        @Override
        public Holder holder() {
            return new Holder.Nobody();
        }
    }

    /** Who has it. */
    Holder holder();
}
