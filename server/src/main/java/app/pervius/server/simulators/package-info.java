/** Simulated outside systems, started only when asked for: the mail room, a register of plant. */
@Feature(uses = {"access", "http", "live", "store"})
@NullMarked
package app.pervius.server.simulators;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
