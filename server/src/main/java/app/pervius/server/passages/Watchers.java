package app.pervius.server.passages;

import app.pervius.core.passage.Notice;
import java.util.Collection;

/** Who is told of a passage because the sender of its review wished so; the feature that keeps reviews knows them. */
public interface Watchers {

    /** Those who watch one passage. */
    interface Watching {

        /** The people among them. */
        Collection<Long> persons();

        /** Tells them, inside the project and outside, in the transaction of what it tells of. */
        void tell(Notice notice);
    }

    Watching of(PassageFacts passage);
}
