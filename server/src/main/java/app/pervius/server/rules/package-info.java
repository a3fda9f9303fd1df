/** The rule sheet: drafts, editions in force, and station Arrive. */
@NullMarked
package app.pervius.server.rules;

import org.jspecify.annotations.NullMarked;
