package app.pervius.server.rules.arriving;

import app.pervius.core.rules.Handling;
import java.util.Set;

/** A feature that sees to it that fields are filled before an arrival comes to Issue. */
public interface FieldFiller {

    /** The keys of fields that are filled at Issue whatever arrived, or it would not have come so far. */
    Set<String> fills(long project, Handling handling);
}
