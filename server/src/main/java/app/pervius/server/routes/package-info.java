/** Routes of reviews: editions, drafts, what is wrong with one, and what it says in words. */
@NullMarked
package app.pervius.server.routes;

import org.jspecify.annotations.NullMarked;
