/** Projects and what they agree on: fields, code lists, decision and status codes. */
@Feature(uses = {"access", "acts", "folders", "live", "refused", "store", "tables"})
@NullMarked
package app.pervius.server.projects;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
