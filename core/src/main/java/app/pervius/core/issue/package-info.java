/** Station Issue: where an accepted revision is placed, what it replaces, what goes back. */
@NullMarked
package app.pervius.core.issue;

import org.jspecify.annotations.NullMarked;
