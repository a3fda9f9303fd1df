/** The data directory, the database's durability, and what every row has. Knows no feature. */
@NullMarked
package app.pervius.server.store;

import org.jspecify.annotations.NullMarked;
