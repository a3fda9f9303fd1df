/** Putting the files of a passage into folders, with what gives way to them; what decides where is elsewhere. */
@Feature(uses = {"documents", "folders", "live", "passages", "store"})
@NullMarked
package app.pervius.server.placing;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
