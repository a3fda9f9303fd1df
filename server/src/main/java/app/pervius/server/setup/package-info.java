/** The first start of an empty installation. */
@Feature(uses = {"access", "accounts", "acts", "documents", "folders", "messages", "numbers", "people", "projects", "refused", "routes",
        "rulefile", "rules", "signing", "textfiles"})
@NullMarked
package app.pervius.server.setup;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
