/** The two-way text pattern: one small language that reads a name apart and writes one. Knows fields, nothing else. */
@NullMarked
package app.pervius.core.pattern;

import org.jspecify.annotations.NullMarked;
