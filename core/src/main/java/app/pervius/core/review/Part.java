package app.pervius.core.review;

import app.pervius.core.passage.PassageId;
import java.util.List;
import java.util.Map;

/** Where files of a review are after a step was closed. Files that go different ways part, each part a review of its own. */
public sealed interface Part {

    /** Those without a decision stay where they are. */
    record Stays(Board board) implements Part {
    }

    /** These begin a step, 0-based; who sits in it is found then. */
    record Goes(int step, List<Board.File> files) implements Part {
        public Goes {
            files = List.copyOf(files);
        }
    }

    /** These are decided, and wait for the lead to draw the comments together and release them. */
    record ToRelease(Map<PassageId, Ending> endings) implements Part {
        public ToRelease {
            endings = Map.copyOf(endings);
        }
    }

    /** These are decided. */
    record Over(Map<PassageId, Ending> endings) implements Part {
        public Over {
            endings = Map.copyOf(endings);
        }
    }
}
