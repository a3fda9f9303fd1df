/** Everything that happened on a passage, in order, chained by hash. */
@Feature(uses = {"access", "refused", "store"})
@NullMarked
package app.pervius.server.journal;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
