/** Rule sheets tried on arrivals: the stations decide as they always do, over scratch books, and nothing is carried out. */
@NullMarked
package app.pervius.server.trial;

import org.jspecify.annotations.NullMarked;
