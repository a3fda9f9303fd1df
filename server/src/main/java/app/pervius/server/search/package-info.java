/** Finding anything of a project by words: each feature finds what it keeps. */
@Feature(uses = {"access", "store"})
@NullMarked
package app.pervius.server.search;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
