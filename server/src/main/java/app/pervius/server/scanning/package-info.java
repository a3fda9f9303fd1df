/** The malware scanner, where one is connected: every content is shown to it once, and opened by nobody before it has answered. */
@Feature(uses = {"access", "acts", "content", "outbound", "refused", "store"})
@NullMarked
package app.pervius.server.scanning;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
