/** Backups of all that an installation has, made while people work, and taken back from. */
@Feature(uses = {"access", "acts", "integrity", "projects", "refused", "store"})
@NullMarked
package app.pervius.server.backup;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
