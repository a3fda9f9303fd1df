/** Who is asking and what that person may do; signing in and out. Asks the people feature through its own port. */
@NullMarked
package app.pervius.server.access;

import org.jspecify.annotations.NullMarked;
