/** Documents and their revisions, as far as a station has to know them. */
@NullMarked
package app.pervius.core.register;

import org.jspecify.annotations.NullMarked;
