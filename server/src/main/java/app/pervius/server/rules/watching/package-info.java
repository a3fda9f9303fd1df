/** What watching rules have told, of what and whom. */
@NullMarked
package app.pervius.server.rules.watching;

import org.jspecify.annotations.NullMarked;
