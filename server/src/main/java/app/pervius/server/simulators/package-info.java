/** Simulated outside systems, started only when asked for: the mail room, a register of plant. */
@NullMarked
package app.pervius.server.simulators;

import org.jspecify.annotations.NullMarked;
