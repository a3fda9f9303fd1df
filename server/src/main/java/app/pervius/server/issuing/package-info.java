/** Station Issue: placing, archiving, sending back. */
@Feature(uses = {"access", "documents", "folders", "journal", "live", "messages", "passages", "projects", "refused", "reviews", "rules"})
@NullMarked
package app.pervius.server.issuing;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
