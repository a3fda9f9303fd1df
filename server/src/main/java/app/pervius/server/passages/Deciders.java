package app.pervius.server.passages;

import java.util.Collection;

/** Who has a passage to decide now; the feature that keeps reviews knows. */
public interface Deciders {

    /** The people who sit in its step, with who stands in for them; none where it waits for nobody's decision. */
    Collection<Long> deciding(long passage);
}
