/** People, firms and roles. */
@Feature(uses = {"access", "accounts", "acts", "folders", "http", "live", "projects", "refused", "search", "store", "tables"})
@NullMarked
package app.pervius.server.people;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
