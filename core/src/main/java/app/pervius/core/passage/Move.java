package app.pervius.core.passage;

import java.util.List;

/** What comes of something that happens to a passage. */
public sealed interface Move {

    /**
     * It is another way now.
     *
     * @param entries for its journal, in their order
     */
    record Moved(Passage passage, List<Entry> entries, List<Notice> notices) implements Move {
        public Moved {
            entries = List.copyOf(entries);
            notices = List.copyOf(notices);
        }
    }

    /** It cannot be, as the passage is now; nothing has changed. */
    record Refused(Why why) implements Move {
    }

    /** Why something cannot happen to a passage. */
    enum Why { NOT_RUNNING, NOT_WAITING, NOT_STOPPED, NOT_IN_REVIEW, NOT_DECIDED, TIME_NOT_OVER, NOT_A_WAY_OUT }

    /** The move, from a caller who knows that it can be made. */
    default Moved made() {
        return switch (this) {
            case Moved moved -> moved;
            case Refused(Why why) -> throw new IllegalStateException("a passage cannot move so: " + why);
        };
    }
}
