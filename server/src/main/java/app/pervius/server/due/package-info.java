/** What happens by the clock: features say what they look after and how often (db-scheduler sees to it). */
@Feature(uses = {"store"})
@NullMarked
package app.pervius.server.due;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
