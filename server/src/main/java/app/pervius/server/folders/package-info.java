/** The folder tree and the files in it. */
@NullMarked
package app.pervius.server.folders;

import org.jspecify.annotations.NullMarked;
