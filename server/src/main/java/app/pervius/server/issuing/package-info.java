/** Station Issue: placing, archiving, sending back. */
@NullMarked
package app.pervius.server.issuing;

import org.jspecify.annotations.NullMarked;
