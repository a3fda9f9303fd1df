/** Everything that happened on a passage, in order, chained by hash. */
@NullMarked
package app.pervius.server.journal;

import org.jspecify.annotations.NullMarked;
