/** What arrives live for somebody, along the lower edge of every page, and the shelves it is put on. */
@NullMarked
package app.pervius.server.messages.tray;

import org.jspecify.annotations.NullMarked;
