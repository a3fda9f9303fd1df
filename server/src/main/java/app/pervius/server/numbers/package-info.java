/** Number schemes, counters, the ledger, and station Number. */
@Feature(uses = {"access", "acts", "documents", "due", "folders", "http", "integrity", "live", "othersystems", "outbound", "passages",
        "people", "projects", "refused", "rules", "search", "store", "tables"})
@NullMarked
package app.pervius.server.numbers;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
