/** Proves that an installation is whole; each feature examines what it keeps. Knows no feature. */
@NullMarked
package app.pervius.server.integrity;

import org.jspecify.annotations.NullMarked;
