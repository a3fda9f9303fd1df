/** What the title blocks of PDFs say, read once for each content, and what to say of those that differ. */
@NullMarked
package app.pervius.server.titleblocks;

import org.jspecify.annotations.NullMarked;
