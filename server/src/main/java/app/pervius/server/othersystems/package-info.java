/** Connections to other systems: set up once, tested there, their secrets kept out of sight. */
@Feature(uses = {"access", "acts", "outbound", "refused", "store"})
@NullMarked
package app.pervius.server.othersystems;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
