/** Station Identify: asks the ledger whether a name carries a number it knows. */
@NullMarked
package app.pervius.server.identify;

import org.jspecify.annotations.NullMarked;
