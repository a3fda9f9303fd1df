/** What lands: file names, file formats, and which files belong together as one revision. */
@NullMarked
package app.pervius.core.arrive;

import org.jspecify.annotations.NullMarked;
