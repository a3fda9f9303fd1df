/** Arrivals as the rule sheet judges them: what each says, which fields are filled for it, and which rules speak on it. */
@NullMarked
package app.pervius.server.rules.arriving;

import org.jspecify.annotations.NullMarked;
