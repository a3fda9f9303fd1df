/** Working days and due dates, in the project's time zone. */
@NullMarked
package app.pervius.core.calendar;

import org.jspecify.annotations.NullMarked;
