/** The stations of a passage over the real project: each asks the features what its decision needs and carries out what follows. */
@Feature(uses = {"copies", "devices", "documents", "folders", "numbers", "passages", "people", "placing", "projects", "reviews", "routes",
    "rules", "scanning", "titleblocks"})
@NullMarked
package app.pervius.server.stations;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
