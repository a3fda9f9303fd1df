/** What is live in the browser: server-sent events. */
@Feature(uses = {"access", "refused", "store"})
@NullMarked
package app.pervius.server.live;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
