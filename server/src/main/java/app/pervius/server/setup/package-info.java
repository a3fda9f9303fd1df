/** The first start of an empty installation. */
@Feature(uses = {"access", "accounts", "folders", "messages", "numbers", "people", "projects", "refused", "routes", "rules", "signing"})
@NullMarked
package app.pervius.server.setup;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
