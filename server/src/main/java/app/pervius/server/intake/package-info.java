/** Submissions: what was handed in together, how its bytes come in, and its receipt. */
@Feature(uses = {"access", "content", "copies", "documents", "due", "folders", "http", "journal", "live", "messages", "numbers", "passages",
    "people", "projects", "refused", "reviews", "routes", "rules", "search", "store", "titleblocks"})
@NullMarked
package app.pervius.server.intake;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
