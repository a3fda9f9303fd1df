/** Reviews: who is asked, what they decide, and what follows; late ones are chased. */
@Feature(uses = {"access", "acts", "documents", "due", "folders", "http", "integrity", "journal", "live", "messages", "passages",
        "people", "projects", "refused", "routes", "rules", "store", "tables"})
@NullMarked
package app.pervius.server.reviews;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
