/** The rule sheet: drafts and editions in force. */
@NullMarked
package app.pervius.server.rules;

import org.jspecify.annotations.NullMarked;
