/** Kinds that the core describes, as calls carry them. */
@Feature(uses = {"http", "refused"})
@NullMarked
package app.pervius.server.kinds;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
