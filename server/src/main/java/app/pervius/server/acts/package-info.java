/** What people did beside the way of files: who signed in, gave whom which role, set up what, opened and took away what. */
@Feature(uses = {"access", "due", "http", "integrity", "refused", "store", "tables"})
@NullMarked
package app.pervius.server.acts;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
