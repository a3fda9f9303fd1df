package app.pervius.server.store;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Ids for rows that are written as plain SQL, from the sequence the mapped rows take theirs from: each of its values stands
 * for the {@code BLOCK} ids up to it, so the database is asked once for so many.
 */
@Component
public class Ids {

    private static final int BLOCK = 50;

    private final JdbcClient jdbc;
    private long last;
    private int left;

    Ids(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** An id no other row has or will have. */
    public synchronized long next() {
        if (left == 0) {
            last = jdbc.sql("select next value for ids").query(Long.class).single();
            left = BLOCK;
        }
        return last - --left;
    }
}
