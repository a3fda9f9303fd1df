/** Number schemes, counters, the ledger, and station Number. */
@NullMarked
package app.pervius.server.numbers;

import org.jspecify.annotations.NullMarked;
