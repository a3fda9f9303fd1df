/** Connections to other systems: set up once, tested there, their secrets kept out of sight. */
@NullMarked
package app.pervius.server.othersystems;

import org.jspecify.annotations.NullMarked;
