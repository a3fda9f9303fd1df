/** Who is told what, and the words of the message. */
@NullMarked
package app.pervius.core.tell;

import org.jspecify.annotations.NullMarked;
