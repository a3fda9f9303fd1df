/** Comments: where on a sheet something is said, who may read it, and how it is answered and closed. */
@NullMarked
package app.pervius.core.comment;

import org.jspecify.annotations.NullMarked;
