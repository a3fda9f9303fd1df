/** What is done with whole reviews: split off, joined, taken back, stopped, watched. */
@NullMarked
package app.pervius.server.reviews.arranging;

import org.jspecify.annotations.NullMarked;
