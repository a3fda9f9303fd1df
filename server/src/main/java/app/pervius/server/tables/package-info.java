/** Tables as files: CSV (RFC 4180) and XLSX (ECMA-376), read with limits since they come from outside, and written. */
@Feature(uses = {"http", "refused"})
@NullMarked
package app.pervius.server.tables;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
