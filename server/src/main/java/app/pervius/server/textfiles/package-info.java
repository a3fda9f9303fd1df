/** Open text files that people write and read: YAML 1.2, bounded, each fault with its line. */
@Feature
@NullMarked
package app.pervius.server.textfiles;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
