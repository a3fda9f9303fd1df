/** Starting sets: what a project begins with, as an open text file that is shipped, written out of a project, and read back. */
@NullMarked
package app.pervius.server.setup.sets;

import org.jspecify.annotations.NullMarked;
