/** Passages and the engine that takes them from station to station. */
@Feature(uses = {"access", "acts", "due", "http", "integrity", "journal", "live", "messages", "metrics", "people", "projects", "refused",
        "search", "store", "tables"})
@NullMarked
package app.pervius.server.passages;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
