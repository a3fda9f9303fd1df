/** The rule sheet: drafts and editions in force. */
@Feature(uses = {"access", "acts", "documents", "folders", "following", "http", "kinds", "live", "messages", "passages", "people",
        "placing", "projects", "refused", "store"})
@NullMarked
package app.pervius.server.rules;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
