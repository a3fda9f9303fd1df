package app.pervius.server.passages;

import app.pervius.core.tell.Occasion;
import java.util.Collection;
import java.util.List;
import java.util.Map;

/**
 * Something happened to passages of which rules may speak, in the transaction in which it did.
 *
 * @param run what happens in one run is told together
 * @param known merge fields beyond those of the passages themselves
 * @param text what is usually said of it; may be empty
 * @param except people who are told of it in another way
 */
public record Happened(List<Long> passages, Occasion occasion, String run, Map<String, String> known, String text,
        Collection<Long> except) {

    public Happened {
        passages = List.copyOf(passages);
        known = Map.copyOf(known);
        except = List.copyOf(except);
    }

    public Happened(List<Long> passages, Occasion occasion, String run, String text) {
        this(passages, occasion, run, Map.of(), text, List.of());
    }
}
