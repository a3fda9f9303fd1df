package app.pervius.core.passage;

import java.util.List;

/**
 * What a station decides. Nothing has happened yet: the effects are carried out by whoever asked, or not at all (a trial).
 *
 * @param <E> the effects this station can have
 */
public sealed interface Outcome<E> {

    /**
     * The passage goes on to the next station once the effects are carried out.
     *
     * @param account what was done, as the journal says it
     * @param foretold the same as a trial says it, of what has not happened yet
     */
    record Passed<E>(List<E> effects, String account, String foretold) implements Outcome<E> {
        public Passed {
            effects = List.copyOf(effects);
        }

        /** One whose account is as true before as after. */
        public Passed(List<E> effects, String account) {
            this(effects, account, account);
        }
    }

    /** The passage stays until what it waits for has happened; the effects are carried out on entering. */
    record Waiting<E>(List<E> effects, Wait what) implements Outcome<E> {
        public Waiting {
            effects = List.copyOf(effects);
        }
    }

    /** The passage cannot go on. */
    record Stopped<E>(StopReason reason, List<WayOut> waysOut) implements Outcome<E> {
        public Stopped {
            waysOut = List.copyOf(waysOut);
            if (waysOut.isEmpty()) {
                throw new IllegalArgumentException("a stop without a way out: " + reason);
            }
        }

        @Override
        public List<E> effects() {
            return List.of();
        }
    }

    /** The passage ends here and goes back to its author, because the rule says so; nobody has to look at it first. */
    record Returned<E>(StopReason reason) implements Outcome<E> {
        @Override
        public List<E> effects() {
            return List.of();
        }
    }

    /**
     * The passage ends here: nothing is to be done with its files, which stay where they lie.
     *
     * @param why in a sentence
     * @param told whether the document controller is told of it
     */
    record Left<E>(String why, boolean told) implements Outcome<E> {
        @Override
        public List<E> effects() {
            return List.of();
        }
    }

    /** What is to be carried out; nothing where it stops, goes back or is left. */
    List<E> effects();

    static <E> Outcome<E> stopped(StopReason.Code code, String sentence, WayOut... waysOut) {
        return stopped(new StopReason(code, sentence), waysOut);
    }

    static <E> Outcome<E> stopped(StopReason reason, WayOut... waysOut) {
        return new Stopped<>(reason, List.of(waysOut));
    }
}
