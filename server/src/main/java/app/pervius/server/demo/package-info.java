/** Kestrel Weir: the demo project, made through the same doors as real use. */
@Feature(uses = {"access", "accounts", "comments", "devices", "folders", "intake", "numbers", "othersystems", "packages",
        "passages", "people", "projects", "refused", "reviews", "routes", "rules", "setup", "signing", "simulators", "store", "tables"})
@NullMarked
package app.pervius.server.demo;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
