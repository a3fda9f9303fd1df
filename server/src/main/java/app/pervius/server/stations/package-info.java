/** The stations of a passage over the real project: each asks the features what its decision needs and carries out what follows. */
@NullMarked
package app.pervius.server.stations;

import org.jspecify.annotations.NullMarked;
