/** Station Identify: what the name says, and whether register and ledger agree. */
@NullMarked
package app.pervius.core.identify;

import org.jspecify.annotations.NullMarked;
