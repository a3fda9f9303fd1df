/** Rule sheets tried on arrivals: the stations decide as they always do, over scratch books, and nothing is carried out. */
@Feature(uses = {"access", "content", "documents", "folders", "intake", "numbers", "passages", "people", "projects", "refused",
    "reviews", "rules", "titleblocks"})
@NullMarked
package app.pervius.server.trial;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
