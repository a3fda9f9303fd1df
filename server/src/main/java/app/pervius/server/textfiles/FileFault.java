package app.pervius.server.textfiles;

/** Something wrong in a file; {@code line} counts from 1. */
public record FileFault(int line, String reason) {
}
