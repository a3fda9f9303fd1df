/** The folder tree and the files in it. */
@Feature(uses = {"access", "acts", "content", "http", "integrity", "live", "refused", "scanning", "search", "store"})
@NullMarked
package app.pervius.server.folders;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
