/** Readable copies, and station Prepare. */
@NullMarked
package app.pervius.server.render;

import org.jspecify.annotations.NullMarked;
