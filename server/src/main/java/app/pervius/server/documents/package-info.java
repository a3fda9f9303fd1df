/** Documents and their revisions, and station Identify. */
@NullMarked
package app.pervius.server.documents;

import org.jspecify.annotations.NullMarked;
