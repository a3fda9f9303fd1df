/** What people wish to be told of by themselves: documents and folders they follow. */
@Feature(uses = {"access", "documents", "folders", "refused", "store"})
@NullMarked
package app.pervius.server.following;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
