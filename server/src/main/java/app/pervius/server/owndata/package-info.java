/** All that an installation keeps of one person, written out. */
@Feature(uses = {"access", "accounts", "acts", "people", "refused", "store"})
@NullMarked
package app.pervius.server.owndata;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
