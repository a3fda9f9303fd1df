/** Proves that an installation is whole; each feature examines what it keeps. Knows no feature. */
@Feature(uses = {"access", "store"})
@NullMarked
package app.pervius.server.integrity;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
