/** The first start of an empty installation. */
@NullMarked
package app.pervius.server.setup;

import org.jspecify.annotations.NullMarked;
