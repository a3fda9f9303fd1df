/** Reviews as people see them who decide: what waits, one with its files, what follows. */
@NullMarked
package app.pervius.server.reviews.desk;

import org.jspecify.annotations.NullMarked;
