/** Station Prepare: which file of a revision people will read. */
@NullMarked
package app.pervius.core.prepare;

import org.jspecify.annotations.NullMarked;
