/** Late steps: reminded, escalated, and in the end answered by silence; who stands in is told. */
@NullMarked
package app.pervius.server.reviews.chasing;

import org.jspecify.annotations.NullMarked;
