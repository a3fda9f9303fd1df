/** Simulated outside systems, started only when asked for: the mail room. */
@NullMarked
package app.pervius.server.simulators;

import org.jspecify.annotations.NullMarked;
