/** What binds the six stations together: station, outcome, stop and its ways out. Knows no station from inside. */
@NullMarked
package app.pervius.core.passage;

import org.jspecify.annotations.NullMarked;
