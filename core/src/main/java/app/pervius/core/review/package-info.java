/** Station Review: routes, steps, who may decide, and when a step may be closed. */
@NullMarked
package app.pervius.core.review;

import org.jspecify.annotations.NullMarked;
