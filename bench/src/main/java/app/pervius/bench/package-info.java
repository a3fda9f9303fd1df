/** Measurements, each against a floor taken in the same run on the same machine. One class a letter of the list in the README. */
@NullMarked
package app.pervius.bench;

import org.jspecify.annotations.NullMarked;
