/** Notices, the messages gathered from them, and the outbox that sends them. */
@Feature(uses = {"access", "acts", "due", "http", "integrity", "live", "outbound", "people", "projects", "refused", "store"})
@NullMarked
package app.pervius.server.messages;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
