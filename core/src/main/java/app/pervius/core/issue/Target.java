package app.pervius.core.issue;

import app.pervius.core.project.FolderId;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What follows from a decision code, or where something is filed at once. */
public sealed interface Target {

    /** How files get to where they are placed. */
    enum Manner {
        COPY,
        /** They leave the folder they arrived in; a trace says where they went. */
        MOVE
    }

    /** What happens where the name is taken at the destination by something else. */
    enum WhenTaken {
        STOP,
        /** The name is written with a count behind it. */
        KEEP_BOTH,
        /** It is the next version of the file that has the name; not in Shared and Published folders. */
        NEXT_VERSION,
        /** The file that has the name goes to the archive; not in Shared and Published folders. */
        REPLACE
    }

    /**
     * Where files are placed.
     *
     * @param path a path pattern that leads to a folder below {@code folder}; empty for that folder itself
     * @param name a pattern for what they are called, without ending, over the fields of {@link Issuing#nameFields}
     */
    record Into(FolderId folder, String path, String name) {
    }

    /**
     * It is placed with a status code.
     *
     * @param statusCode what it may be used for; may be empty where no document is placed
     * @param sets fields of the document that get these values
     * @param copies where it is copied to as well
     */
    record Place(Into into, String statusCode, Manner manner, WhenTaken whenTaken, Map<String, String> sets, List<Into> copies)
            implements Target {
        public Place {
            sets = Collections.unmodifiableMap(new LinkedHashMap<>(sets));
            copies = List.copyOf(copies);
        }

        /** A copy in a folder under the usual name, and nothing else. */
        public static Place usual(FolderId folder, String statusCode, String path) {
            return new Place(new Into(folder, path, IssuePlan.USUAL_NAME), statusCode, Manner.COPY, WhenTaken.STOP, Map.of(), List.of());
        }
    }

    /** What the project says of the decision code. */
    record AsProject() implements Target {
    }

    /** It is accepted and placed nowhere: a device or a copy is its only way out. */
    record Nowhere() implements Target {
    }

    /** It goes back to its author with the comments. */
    record BackToAuthor() implements Target {
    }
}
