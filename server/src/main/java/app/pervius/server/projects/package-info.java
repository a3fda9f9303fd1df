/** Projects and what they agree on: fields, code lists, decision and status codes. */
@NullMarked
package app.pervius.server.projects;

import org.jspecify.annotations.NullMarked;
