/** How features say that they do not do what they were asked, in whatever way they were asked. Knows no feature and no HTTP. */
@NullMarked
package app.pervius.server.refused;

import org.jspecify.annotations.NullMarked;
