/** What the title blocks of PDFs say, read once for each content, and what to say of those that differ. */
@Feature(uses = {"access", "content", "documents", "numbers", "passages", "projects", "refused", "store"})
@NullMarked
package app.pervius.server.titleblocks;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
