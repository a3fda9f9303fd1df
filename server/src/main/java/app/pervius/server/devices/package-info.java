/** Output devices: set up once, read from, and released to; what is released is followed until it is done. */
@Feature(uses = {"access", "acts", "content", "copies", "documents", "due", "folders", "http", "kinds", "live", "outbound",
        "passages", "people", "projects", "refused", "rules", "scanning", "store"})
@NullMarked
package app.pervius.server.devices;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
