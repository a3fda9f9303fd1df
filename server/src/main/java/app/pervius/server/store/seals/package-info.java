/** What the database holds, sealed every few minutes and when Pervius stops, so that what is changed behind its back is found. */
@NullMarked
package app.pervius.server.store.seals;

import org.jspecify.annotations.NullMarked;
