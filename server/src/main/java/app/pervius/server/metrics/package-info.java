/** What is measured while Pervius runs, for Prometheus, on a port of its own. Knows no feature; they say what is to be measured of them. */
@Feature(uses = {"store"})
@NullMarked
package app.pervius.server.metrics;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
