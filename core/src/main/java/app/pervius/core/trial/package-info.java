/** A rule sheet tried on arrivals with no effect at all: what would come of each, and where that differs from another sheet. */
@NullMarked
package app.pervius.core.trial;

import org.jspecify.annotations.NullMarked;
