/** Firms', contracts' and work packages' places in a project: their folders are made from templates, and follow them. */
@Feature(uses = {"access", "acts", "folders", "live", "messages", "passages", "people", "projects", "refused", "rules", "store"})
@NullMarked
package app.pervius.server.packages;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
