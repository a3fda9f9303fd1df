/** Routes, reviews, decisions, and station Review. */
@NullMarked
package app.pervius.server.reviews;

import org.jspecify.annotations.NullMarked;
