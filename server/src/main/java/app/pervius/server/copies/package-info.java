/** Readable copies: the PDF that is made of what browsers do not read, once for each content. */
@Feature(uses = {"access", "acts", "content", "folders", "integrity", "live", "outbound", "passages", "refused", "rules", "store"})
@NullMarked
package app.pervius.server.copies;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
