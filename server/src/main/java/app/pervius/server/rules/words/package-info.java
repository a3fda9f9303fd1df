/** Rules, and what differs between two states of the sheet, in sentences. */
@NullMarked
package app.pervius.server.rules.words;

import org.jspecify.annotations.NullMarked;
