/** Notices, the messages gathered from them, and the outbox that sends them. */
@Feature(uses = {"access", "integrity", "outbound", "people", "projects", "store"})
@NullMarked
package app.pervius.server.messages;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
