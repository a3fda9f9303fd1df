/** What makes a PDF of a file: libraries of our own process, and programs that are kept apart while they run. */
@NullMarked
package app.pervius.server.copies.converters;

import org.jspecify.annotations.NullMarked;
