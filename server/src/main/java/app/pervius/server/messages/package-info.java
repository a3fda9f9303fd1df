/** Notices, the messages gathered from them, and the outbox that sends them. */
@NullMarked
package app.pervius.server.messages;

import org.jspecify.annotations.NullMarked;
