/** Who is asking and what that person may do; signing in and out. Asks the people feature through its own port. */
@Feature(uses = {"due", "http", "refused", "store"})
@NullMarked
package app.pervius.server.access;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
