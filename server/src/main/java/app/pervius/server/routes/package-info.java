/** Routes of reviews: editions, drafts, what is wrong with one, and what it says in words. */
@Feature(uses = {"access", "acts", "live", "passages", "people", "projects", "refused", "rules", "store"})
@NullMarked
package app.pervius.server.routes;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
