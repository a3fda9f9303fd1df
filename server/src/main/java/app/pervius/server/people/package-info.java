/** People, firms and roles. */
@NullMarked
package app.pervius.server.people;

import org.jspecify.annotations.NullMarked;
