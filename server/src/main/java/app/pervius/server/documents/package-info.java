/** Documents and their revisions, and station Identify. */
@Feature(uses = {"access", "acts", "due", "folders", "http", "integrity", "journal", "live", "messages", "passages", "people",
        "projects", "refused", "search", "store", "tables"})
@NullMarked
package app.pervius.server.documents;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
