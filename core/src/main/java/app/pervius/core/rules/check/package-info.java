/** The check of a whole rule sheet: rules that are never reached, that overlap, that lead back to where they began. */
@NullMarked
package app.pervius.core.rules.check;

import org.jspecify.annotations.NullMarked;
