package app.pervius.server.backup;

import java.time.Instant;

/**
 * A backup that is whole: all of it was written and forced, and the database was opened and read.
 *
 * @param name what its directory is called
 * @param madeAt the moment whose data it has, UTC
 * @param databaseHash of the database's file, packed as it lies there (SHA-256)
 * @param databaseSize of the same, in bytes
 * @param contents how many files it has, and {@code contentBytes} how much that is
 * @param newBytes how much of it had to be copied
 * @param rows of the database that were read when it was looked at
 * @param tookMs in milliseconds
 */
public record Backup(String name, Instant madeAt, String databaseHash, long databaseSize, int contents, long contentBytes, long newBytes,
        long rows, long tookMs) {
}
