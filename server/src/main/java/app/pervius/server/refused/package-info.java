/** How features say that they do not do what they were asked, in whatever way they were asked. Knows no feature and no HTTP. */
@Feature
@NullMarked
package app.pervius.server.refused;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
