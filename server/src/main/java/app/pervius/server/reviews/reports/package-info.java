/** Reviews looked at as a whole: lists, how long steps take, and the calendar one subscribes to. */
@NullMarked
package app.pervius.server.reviews.reports;

import org.jspecify.annotations.NullMarked;
