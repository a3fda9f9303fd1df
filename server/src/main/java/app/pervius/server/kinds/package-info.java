/** Kinds that the core describes, as calls carry them. */
@NullMarked
package app.pervius.server.kinds;

import org.jspecify.annotations.NullMarked;
