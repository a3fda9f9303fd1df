package app.pervius.server.rulefile;

/** Something wrong in a rule file; {@code line} counts from 1. */
record FileFault(int line, String reason) {
}
