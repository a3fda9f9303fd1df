/** The rule sheet: which handling rule takes an arrival, and why the others did not. */
@NullMarked
package app.pervius.core.rules;

import org.jspecify.annotations.NullMarked;
