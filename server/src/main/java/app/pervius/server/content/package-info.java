/** The content-addressed store: bytes on disk under their hash. */
@NullMarked
package app.pervius.server.content;

import org.jspecify.annotations.NullMarked;
