/** Station Number: schemes, counters and the ledger port; one number for life. */
@NullMarked
package app.pervius.core.number;

import org.jspecify.annotations.NullMarked;
