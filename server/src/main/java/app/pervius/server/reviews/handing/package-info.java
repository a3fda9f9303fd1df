/** Who has a step: in hand, passed on, given back, moved; roles that change hands. */
@NullMarked
package app.pervius.server.reviews.handing;

import org.jspecify.annotations.NullMarked;
