/**
 * What goes out of the house: a row in the transaction of what it follows from, carried by its channel again and again until the other
 * side has it or the channel's patience is at its end.
 */
@Feature(uses = {"due", "metrics", "store"})
@NullMarked
package app.pervius.server.outbound;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
