/** The stations of a passage over the real project: each asks the features what its decision needs and carries out what follows. */
@Feature(uses = {"documents", "folders", "live", "numbers", "passages", "people", "projects", "reviews", "routes", "rules", "store",
    "titleblocks"})
@NullMarked
package app.pervius.server.stations;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
