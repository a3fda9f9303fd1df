/** The content-addressed store: bytes on disk under their hash. */
@Feature(uses = {"store"})
@NullMarked
package app.pervius.server.content;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
