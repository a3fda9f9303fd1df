/** Passages and the engine that takes them from station to station. */
@NullMarked
package app.pervius.server.passages;

import org.jspecify.annotations.NullMarked;
