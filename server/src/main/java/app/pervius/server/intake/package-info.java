/** Submissions: what was handed in together, how its bytes come in, and its receipt. */
@NullMarked
package app.pervius.server.intake;

import org.jspecify.annotations.NullMarked;
