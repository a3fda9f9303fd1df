/** Reviews: who is asked, what they decide, and what follows; late ones are chased. */
@NullMarked
package app.pervius.server.reviews;

import org.jspecify.annotations.NullMarked;
