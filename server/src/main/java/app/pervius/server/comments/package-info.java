/** Comments on revisions, at a place of a page or in general: who reads them, what is answered, and who is asked. */
@Feature(uses = {"access", "acts", "content", "due", "folders", "integrity", "live", "messages", "passages", "people", "projects",
        "refused", "reviews", "store", "tables"})
@NullMarked
package app.pervius.server.comments;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
