/** The rule sheet as an open text file: YAML 1.2 as {@code docs/rule-sheet.schema.json} describes it, written out and read back. */
@NullMarked
package app.pervius.server.rulefile;

import org.jspecify.annotations.NullMarked;
