/** What is live in the browser: server-sent events. */
@NullMarked
package app.pervius.server.live;

import org.jspecify.annotations.NullMarked;
