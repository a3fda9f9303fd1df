/** The rule sheet as an open text file: YAML 1.2 as {@code docs/rule-sheet.schema.json} describes it, written out and read back. */
@Feature(uses = {"access", "acts", "folders", "people", "projects", "rules", "textfiles"})
@NullMarked
package app.pervius.server.rulefile;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
