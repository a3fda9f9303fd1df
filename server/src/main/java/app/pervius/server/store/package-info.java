/** The data directory, the database's durability, and what every row has. Knows no feature. */
@Feature
@NullMarked
package app.pervius.server.store;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
