/** Directories on the server that files are taken from into a folder, each once and only when it is complete. */
@Feature(uses = {"access", "acts", "due", "folders", "intake", "people", "projects", "refused", "store"})
@NullMarked
package app.pervius.server.directories;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
