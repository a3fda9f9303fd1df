/** PDFs that lie as files of their own where a rule says: beside the file they are of, or in a mirrored tree. */
@NullMarked
package app.pervius.server.copies.kept;

import org.jspecify.annotations.NullMarked;
